import { Link } from "react-router";
import styled from "styled-components";
import { Answer, Sub } from "../../ui/Page/Page";

export function ErrorPage({ title, detail }: { title: string; detail: string }) {
  return (
    <Main>
      <Answer>{title}</Answer>
      <Sub>{detail}</Sub>
      <p><Link to="/">Back to the day</Link></p>
    </Main>
  );
}

const Main = styled.main`padding: 48px 28px; max-width: 720px; display: flex; flex-direction: column; gap: 16px; a { display: inline-block; padding: 10px 0; }`;
