import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  carryRecords,
  changeIdentity,
  importPairings,
  makeIdentities,
  type PairingRow,
  pairingsOf,
  undoPairings,
} from "~/server/services/sync/pairings.server";
import { REPLY } from "~/contract/messages/frame";
import { capital, count, listWords } from "~/contract/messages/format";
import { pairingProblemWords } from "~/contract/messages/pairing";
import { PAIRING_TEXTS } from "~/contract/messages/screens/pairing";
import { groupKind, pairingProblems } from "~/core/kit/pairing";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SwitchField, TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { answerOrAway } from "~/app/routes/shared/away";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { pairingIntents, type PairingIntent } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await pairingsOf(context.app, dayIdOf(params)));
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, pairingIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  const undo = (): PairingIntent => ({
    intent: "undo",
    expectedVersion: intent.expectedVersion + 1,
  });
  switch (intent.intent) {
    case "make":
      return reply(
        await makeIdentities(app, dayId, intent.expectedVersion),
        () => PAIRING_TEXTS.namesAndKeysMadeBring,
        undo,
      );
    case "change":
      return reply(
        await changeIdentity(app, dayId, intent),
        () => PAIRING_TEXTS.changedReceiversWithTheOld,
        undo,
      );
    case "carry":
      return reply(
        await carryRecords(app, dayId, intent),
        () => PAIRING_TEXTS.carriedThatReceiverKnowsEvery,
      );
    case "import":
      return reply(
        await importPairings(app, dayId, intent),
        ({ taken, unknown }) =>
          PAIRING_TEXTS.imported(
            capital(count(taken, "pack")),
            unknown.length > 0 ? PAIRING_TEXTS.noPackHereIsCalled(listWords(unknown)) : "",
          ),
        undo,
      );
    case "undo":
      return reply(await undoPairings(app, dayId, intent.expectedVersion), () => REPLY.undone);
  }
}

/** What packs are known by, and which receivers know it. */
export default function Pairing({ loaderData: { rows, version } }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<PairingIntent>();
  const [areKeysShown, setKeysShown] = useState(false);
  const without = rows.filter((r) => r.record === null).length;
  const receivers = [...new Map(rows.flatMap((r) => r.receivers).map((r) => [r.key, r])).values()];
  const lacking = receivers.filter((r) =>
    rows.some(
      (row) =>
        row.record &&
        !row.receivers.find((x) => x.key === r.key)?.holds &&
        row.receivers.some((x) => x.key === r.key),
    ),
  );
  return (
    <Stack>
      <div>
        <Answer>
          {rows.length === 0
            ? PAIRING_TEXTS.nothingHerePairsByName
            : without > 0
              ? PAIRING_TEXTS.withoutANameAndKey(capital(count(without, "pack")))
              : lacking.length > 0
                ? PAIRING_TEXTS.notKnowEveryPack(
                    listWords(lacking.map((r) => r.label)),
                    lacking.length === 1 ? "does" : "do",
                  )
                : PAIRING_TEXTS.everyReceiverKnowsEveryPack}
        </Answer>
        <Sub>
          {rows.length === 0
            ? PAIRING_TEXTS.someDigitalSystemsKnow
            : PAIRING_TEXTS.aPrivateGroupNeeds}
        </Sub>
      </div>
      <ReplyNotice<PairingIntent> reply={answer} onUndo={send} />
      {rows.length === 0 && (
        <Row>
          <Link to={`/day/${view.day.id}/kit`}>{PAIRING_TEXTS.openTheKit}</Link>
        </Row>
      )}
      {rows.length > 0 && (
        <Row>
          {without > 0 && (
            <PrimaryButton
              isDisabled={isBusy}
              onPress={() => send({ intent: "make", expectedVersion: version })}
            >
              {PAIRING_TEXTS.make(without === 1 ? "it" : "them")}
            </PrimaryButton>
          )}
          <SwitchField isSelected={areKeysShown} onChange={setKeysShown}>
            {PAIRING_TEXTS.showKeys}
          </SwitchField>
          {without < rows.length && (
            <a href={`/day/${view.day.id}/files/pairing.json`} download>
              {PAIRING_TEXTS.saveThePairings}
            </a>
          )}
          <FileTrigger
            acceptedFileTypes={[".json", "application/json"]}
            onSelect={(files) =>
              void files?.[0]
                ?.text()
                .then((text) => send({ intent: "import", expectedVersion: version, text }))
            }
          >
            <Button isDisabled={isBusy}>{PAIRING_TEXTS.importPairings}</Button>
          </FileTrigger>
        </Row>
      )}
      <List>
        {rows.map((row) => (
          <PackRow
            key={`${row.packKey} ${version}`}
            row={row}
            names={rows.filter((r) => r !== row).flatMap((r) => (r.record ? [r.record.name] : []))}
            areKeysShown={areKeysShown}
            isBusy={isBusy}
            onChange={(change) =>
              send({ intent: "change", expectedVersion: version, packKey: row.packKey, change })
            }
          />
        ))}
      </List>
      {receivers.length > 0 && without < rows.length && (
        <section>
          <Heading>{PAIRING_TEXTS.bases}</Heading>
          <List>
            {receivers.map((r) => {
              const held = rows.filter(
                (row) => row.record && row.receivers.find((x) => x.key === r.key)?.holds,
              ).length;
              const all = rows.filter(
                (row) => row.record && row.receivers.some((x) => x.key === r.key),
              ).length;
              return (
                <li key={r.key}>
                  <b>{r.label}</b>
                  <Status status={held === all ? "done" : "todo"}>
                    {PAIRING_TEXTS.knows(held, count(all, "pack"))}
                  </Status>
                  {held < all && (
                    <Button
                      isDisabled={isBusy}
                      onPress={() =>
                        send({ intent: "carry", expectedVersion: version, receiverKey: r.key })
                      }
                    >
                      {PAIRING_TEXTS.copyThePairings(r.label)}
                    </Button>
                  )}
                </li>
              );
            })}
          </List>
        </section>
      )}
      {rows.length > 0 && <Notice kind="caution">{PAIRING_TEXTS.theSavedFile}</Notice>}
    </Stack>
  );
}

function PackRow({
  row,
  names,
  areKeysShown,
  isBusy,
  onChange,
}: {
  row: PairingRow;
  names: readonly string[];
  areKeysShown: boolean;
  isBusy: boolean;
  onChange: (change: { name: string; group: number; key: string | null }) => void;
}) {
  const { record, rules, letters } = row;
  const [name, setName] = useState(record?.name ?? "");
  const [group, setGroup] = useState(String(record?.group ?? rules.groups.private[0]));
  const [key, setKey] = useState(record?.key ?? "");
  const asked = { name: name.trim().toUpperCase(), group: Number(group), key: key.trim() };
  const isOther =
    record === null ||
    asked.name !== record.name ||
    asked.group !== record.group ||
    asked.key !== record.key;
  const problems = pairingProblems(asked, rules, names, letters);
  const kind = groupKind(rules, asked.group);
  const is = (...codes: string[]) => {
    const found = problems.find((p) => codes.some((c) => p.code.startsWith(c)));
    return isOther && found ? pairingProblemWords(found) : null;
  };
  return (
    <li>
      <Who>
        <b>{row.label}</b> <Soft>{row.wornBy ?? ""}</Soft>
      </Who>
      <TextField
        label={PAIRING_TEXTS.name}
        value={name}
        onChange={setName}
        widthCh={8}
        error={is("name")}
      />
      <TextField
        label={PAIRING_TEXTS.group(kind ? `, ${kind}` : "")}
        value={group}
        onChange={setGroup}
        widthCh={6}
        inputMode="decimal"
        error={is("group")}
      />
      {areKeysShown ? (
        <TextField
          label={PAIRING_TEXTS.key}
          value={key}
          onChange={setKey}
          widthCh={rules.keyDigits + 2}
          error={is("key")}
        />
      ) : (
        <Soft>
          {kind === "common" ? (
            PAIRING_TEXTS.noKey
          ) : (
            <Figure>{record ? PAIRING_TEXTS.key2 : PAIRING_TEXTS.noKeyYet}</Figure>
          )}
        </Soft>
      )}
      {isOther && (
        <Button
          isDisabled={isBusy || problems.some((p) => !p.code.startsWith("key") || areKeysShown)}
          onPress={() =>
            onChange({
              ...asked,
              key: areKeysShown
                ? asked.key
                : kind === "private" && record !== null && record.key !== ""
                  ? record.key
                  : null,
            })
          }
        >
          {PAIRING_TEXTS.save}
        </Button>
      )}
      {record && kind === "private" && !isOther && (
        <QuietButton isDisabled={isBusy} onPress={() => onChange({ ...asked, key: null })}>
          {PAIRING_TEXTS.newKey}
        </QuietButton>
      )}
      {record &&
        !isOther &&
        row.receivers.map((r) => (
          <Status
            key={r.key}
            status={r.holds ? "done" : "todo"}
          >{`${r.label} ${r.holds ? PAIRING_TEXTS.knows2 : PAIRING_TEXTS.doesNot}`}</Status>
        ))}
    </li>
  );
}

const List = styled.ul`
  list-style: none;
  border-top: 1px solid var(--soft);
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    align-items: end;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
    > span {
      min-height: 32px;
    }
  }
`;
const Who = styled.span`
  min-width: 120px;
`;
