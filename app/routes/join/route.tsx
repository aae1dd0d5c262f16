import { useState } from "react";
import { data, Form, redirect, useActionData, useNavigation, useSearchParams } from "react-router";
import styled from "styled-components";
import { z } from "zod";
import type { Route } from "./+types/route";
import { joinProblemWords } from "~/contract/messages/join";
import { JOIN_TEXTS } from "~/contract/messages/screens/join";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Sub } from "~/app/ui/Page/Page";

export const meta: Route.MetaFunction = () => [{ title: JOIN_TEXTS.joinPlainChannel }];

const joined = z.object({ code: z.string().max(20), name: z.string().max(60) });

export async function action({ request, context }: Route.ActionArgs) {
  const { guestSessions, asker } = context.app;
  const read = joined.safeParse(Object.fromEntries(await request.formData().catch(() => [])));
  if (!read.success)
    return data(
      {
        refused: JOIN_TEXTS.typeTheSixDigitCode,
      },
      { status: 400 },
    );
  const entered = guestSessions.enter({
    ...read.data,
    device: asker.kind === "nobody" ? asker.device : JOIN_TEXTS.thisComputer,
  });
  if (!entered.ok)
    return data(
      { refused: joinProblemWords(entered.error) },
      { status: entered.error.code === "wait" ? 429 : 403 },
    );
  return redirect(`/day/${entered.value.dayId}/sync`, {
    headers: { "set-cookie": await guestSessions.cookies.cookieFor(entered.value.token) },
  });
}

/** A phone at the door: the code that stands on the cart's screen, and whose phone it is. */
export default function Join() {
  const [search] = useSearchParams();
  const answer = useActionData<typeof action>();
  const [code, setCode] = useState(search.get("c") ?? "");
  const [name, setName] = useState("");
  const isBusy = useNavigation().state !== "idle";
  return (
    <Main>
      <Answer>{JOIN_TEXTS.joinTheDay}</Answer>
      <Sub>{JOIN_TEXTS.theCode}</Sub>
      {answer?.refused && <Notice kind="refused">{answer.refused}</Notice>}
      <Form method="post">
        <input type="hidden" name="code" value={code} />
        <input type="hidden" name="name" value={name} />
        <TextField
          label={JOIN_TEXTS.code}
          value={code}
          onChange={setCode}
          inputMode="decimal"
          widthCh={10}
        />
        <TextField label={JOIN_TEXTS.yourName} value={name} onChange={setName} widthCh={20} />
        <PrimaryButton type="submit" isDisabled={isBusy}>
          {JOIN_TEXTS.join}
        </PrimaryButton>
      </Form>
    </Main>
  );
}

const Main = styled.main`
  padding: 32px 20px;
  max-width: 480px;
  margin: 0 auto;
  display: flex;
  flex-direction: column;
  gap: 16px;
  form {
    display: flex;
    flex-direction: column;
    gap: 14px;
    align-items: flex-start;
  }
`;
