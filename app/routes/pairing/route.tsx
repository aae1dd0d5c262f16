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
import { capital, count, listWords } from "~/contract/messages/format";
import { pairingProblemWords } from "~/contract/messages/pairing";
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
        () =>
          "Names and keys made. Bring each pack to its receiver’s base, or carry the record there.",
        undo,
      );
    case "change":
      return reply(
        await changeIdentity(app, dayId, intent),
        () =>
          "Changed. Receivers that hold what it was before do not hear it any more: pair it again, or carry the record.",
        undo,
      );
    case "carry":
      return reply(
        await carryRecords(app, dayId, intent),
        () => "Carried: that receiver knows every pack of the record.",
      );
    case "import":
      return reply(
        await importPairings(app, dayId, intent),
        ({ taken, unknown }) =>
          `${capital(count(taken, "pack"))} taken over.${unknown.length > 0 ? ` No pack here is called ${listWords(unknown)}.` : ""}`,
        undo,
      );
    case "undo":
      return reply(await undoPairings(app, dayId, intent.expectedVersion), () => "Taken back.");
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
            ? "Nothing here pairs by name and key"
            : without > 0
              ? `${capital(count(without, "pack"))} without a name and key`
              : lacking.length > 0
                ? `${listWords(lacking.map((r) => r.label))} ${lacking.length === 1 ? "does" : "do"} not know every pack`
                : "Every receiver knows every pack"}
        </Answer>
        <Sub>
          {rows.length === 0
            ? "Some digital systems know a pack by name, group number and key. Put such a receiver and pack into the case, and they stand here."
            : "A private group needs the key, and keeps strangers out: use it for what is not to be heard. A common group may be joined by anybody. All three must be the same at both ends."}
        </Sub>
      </div>
      <ReplyNotice<PairingIntent> reply={answer} onUndo={send} />
      {rows.length === 0 && (
        <Row>
          <Link to={`/day/${view.day.id}/kit`}>To the case</Link>
        </Row>
      )}
      {rows.length > 0 && (
        <Row>
          {without > 0 && (
            <PrimaryButton
              isDisabled={isBusy}
              onPress={() => send({ intent: "make", expectedVersion: version })}
            >{`Make ${without === 1 ? "it" : "them"}`}</PrimaryButton>
          )}
          <SwitchField isSelected={areKeysShown} onChange={setKeysShown}>
            show keys
          </SwitchField>
          {without < rows.length && (
            <a href={`/day/${view.day.id}/files/pairing.json`} download>
              Save the record
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
            <Button isDisabled={isBusy}>Read a record</Button>
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
          <Heading>Bases</Heading>
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
                  <Status
                    status={held === all ? "done" : "todo"}
                  >{`knows ${held} of ${count(all, "pack")}`}</Status>
                  {held < all && (
                    <Button
                      isDisabled={isBusy}
                      onPress={() =>
                        send({ intent: "carry", expectedVersion: version, receiverKey: r.key })
                      }
                    >{`Carry the record to ${r.label}`}</Button>
                  )}
                </li>
              );
            })}
          </List>
        </section>
      )}
      {rows.length > 0 && (
        <Notice kind="caution">
          The saved record holds the keys: keep it like them. A long press on a base forgets every
          pack.
        </Notice>
      )}
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
      <TextField label="Name" value={name} onChange={setName} widthCh={8} error={is("name")} />
      <TextField
        label={`Group${kind ? `, ${kind}` : ""}`}
        value={group}
        onChange={setGroup}
        widthCh={6}
        inputMode="decimal"
        error={is("group")}
      />
      {areKeysShown ? (
        <TextField
          label="Key"
          value={key}
          onChange={setKey}
          widthCh={rules.keyDigits + 2}
          error={is("key")}
        />
      ) : (
        <Soft>
          {kind === "common" ? (
            "no key"
          ) : (
            <Figure>{record ? "key •••• ••••" : "no key yet"}</Figure>
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
          Keep it
        </Button>
      )}
      {record && kind === "private" && !isOther && (
        <QuietButton isDisabled={isBusy} onPress={() => onChange({ ...asked, key: null })}>
          New key
        </QuietButton>
      )}
      {record &&
        !isOther &&
        row.receivers.map((r) => (
          <Status
            key={r.key}
            status={r.holds ? "done" : "todo"}
          >{`${r.label} ${r.holds ? "knows it" : "does not"}`}</Status>
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
