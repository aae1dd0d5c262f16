import { Link } from "react-router";
import styled from "styled-components";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
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
          {FEATURES_TEXTS.backToTheDay}
        </Link>
      </p>
      {day !== undefined && (
        <p>
          {FEATURES_TEXTS.go}{" "}
          <Link to={`${day}/kit`} reloadDocument>
            {FEATURES_TEXTS.kitUndo}
          </Link>{" "}
          ·{" "}
          <Link to={`${day}/setup`} reloadDocument>
            {FEATURES_TEXTS.locationsTalentUndo}
          </Link>{" "}
          ·{" "}
          <Link to={`${day}/log`} reloadDocument>
            {FEATURES_TEXTS.theLog}
          </Link>{" "}
          ·{" "}
          <Link to="/backups" reloadDocument>
            {FEATURES_TEXTS.backups}
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
