import { Link } from "react-router";
import styled from "styled-components";
import { Answer, Sub } from "~/app/ui/Page/Page";

/**
 * What went wrong, and every way on that is left. @param day - the address of the day it happened
 * on; absent outside of one
 */
export function ErrorPage({
  title,
  detail,
  day,
}: {
  title: string;
  detail: string;
  day?: string | undefined;
}) {
  return (
    <Main>
      <Answer>{title}</Answer>
      <Sub>{detail}</Sub>
      <p>
        <Link to={day ?? "/"} reloadDocument>
          Back to the day
        </Link>
      </p>
      {day !== undefined && (
        <p>
          To put something right:{" "}
          <Link to={`${day}/kit`} reloadDocument>
            Undo in the case
          </Link>{" "}
          ·{" "}
          <Link to={`${day}/setup`} reloadDocument>
            Undo in places and talkers
          </Link>{" "}
          ·{" "}
          <Link to={`${day}/log`} reloadDocument>
            The log
          </Link>{" "}
          ·{" "}
          <Link to="/backups" reloadDocument>
            Copies of everything
          </Link>
        </p>
      )}
    </Main>
  );
}

const Main = styled.main`
  padding: 48px 28px;
  max-width: 720px;
  display: flex;
  flex-direction: column;
  gap: 16px;
  a {
    display: inline-block;
    padding: 10px 0;
  }
`;
