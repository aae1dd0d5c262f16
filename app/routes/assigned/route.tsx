import { useState } from "react";
import { Link } from "react-router";
import { X } from "lucide-react";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  assignHanded,
  getHanded,
  importHanded,
  previewHanded,
  putHanded,
  removeHanded,
} from "~/server/services/frequencies/assigned.server";
import { undoList } from "~/server/services/prep/versionedLists.server";
import { capital, count, formatClock } from "~/contract/messages/format";
import { handedFaultWords, handedHeadline, handedProblemWords } from "~/contract/messages/prep";
import { brokenRuleWords } from "~/contract/messages/words";
import type { HandedDown, HandedField, HandedRow } from "~/core/coordination/problem/assigned";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { formatMhz } from "~/core/units/frequencyText";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { SelectField, TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { ListImport, type RowWords } from "~/app/routes/shared/ListImport";
import {
  dayIdOf,
  orNotFound,
  previewed,
  readIntent,
  reply,
} from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { handedIntents, type HandedIntent } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getHanded(context.app, dayIdOf(params)));
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, handedIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "preview":
      return previewed(await previewHanded(app, dayId, intent.text, intent.map));
    case "import":
      return reply(
        await importHanded(app, dayId, intent),
        ({ imported, leftOut }) =>
          `${capital(count(imported, "line"))} taken over${leftOut > 0 ? `, ${count(leftOut, "row")} left out` : ""}.`,
      );
    case "assign":
      return reply(await assignHanded(app, dayId, intent));
    case "put":
      return reply(
        await putHanded(app, dayId, intent),
        () => `${intent.who.trim()} stands on the list: it is planned round.`,
      );
    case "remove":
      return reply(await removeHanded(app, dayId, intent), () => "Taken off the list.");
    case "undo":
      return reply(
        await undoList(app, "handed", dayId, intent.expectedVersion),
        () => "The list before is back.",
      );
  }
}

const FIELDS: { id: HandedField; label: string }[] = [
  { id: "who", label: "Crew or position" },
  { id: "primary", label: "Primary" },
  { id: "backup", label: "Backup" },
];
const OTHER_CREW = 0;
/** A field to choose in stands in every line: of hundreds, the page would take seconds. */
const LINES_A_PAGE = 50;

const holds = ({ who, primaryHz, backupHz }: HandedDown, sought: string): boolean =>
  [who, formatMhz(primaryHz), backupHz === null ? "" : formatMhz(backupHz)].some((text) =>
    text.toLowerCase().includes(sought.trim().toLowerCase()),
  );

function pageWords(found: number, all: number, from: number): string {
  if (found === 0) return `No line of ${all} holds that.`;
  const shown = `${from + 1} to ${Math.min(from + LINES_A_PAGE, found)} of ${count(found, "line")}`;
  return found === all ? shown : `${shown} that hold it, of ${all}`;
}

function wordsOf({ row, line, problems }: HandedRow): RowWords {
  return {
    row,
    isGood: line !== null,
    problems: problems.map(handedProblemWords),
    notes: [],
    becomes: line?.channelId === null ? "another crew's" : "for a channel of ours",
    cells: line
      ? [
          line.who,
          <Figure key="p">{formatMhz(line.primaryHz)}</Figure>,
          <Figure key="b">{line.backupHz === null ? "–" : formatMhz(line.backupHz)}</Figure>,
        ]
      : [],
  };
}

/**
 * Frequencies from somebody else: checked by the same rules as our own, faults ready to write back.
 */
export default function HandedScreen({ loaderData: handed }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<HandedIntent>();
  const [isCopied, setCopied] = useState(false);
  const nameOf = (id: string) =>
    view.channels.find((c) => carrierId(c.id) === id)?.talker ??
    (id.startsWith("other ") ? `a carrier on ${id.slice(6)}` : id.replace(/ \(\d+\)$/, ""));
  const letter = handed.faults.map((f) => handedFaultWords(f, nameOf)).join("\n");
  const faultOf = (who: string, use: "primary" | "backup") =>
    handed.faults.find((f) => f.who === who && f.use === use);
  const clean = handed.lines.filter((l) => l.channelId !== null && !faultOf(l.who, "primary"));
  const fix = clean.map((l) => `fix=${l.channelId}:${formatMhz(l.primaryHz)}`).join("&");
  const { version: expectedVersion } = handed;
  const [sought, setSought] = useState("");
  const [page, setPage] = useState(0);
  const found = handed.lines.map((l, i) => ({ l, i })).filter(({ l }) => holds(l, sought));
  // lines may have gone since the page was turned
  const from =
    Math.min(page, Math.max(0, Math.ceil(found.length / LINES_A_PAGE) - 1)) * LINES_A_PAGE;

  return (
    <Stack>
      <div>
        <Answer>{handedHeadline(handed.lines, handed.faults)}</Answer>
        <Sub>
          {handed.lines.length === 0
            ? "A coordinator's list has one line for each crew or position: a primary frequency, and a backup for when it is disturbed."
            : `List ${handed.version}, ${formatClock(handed.atMs ?? 0)}. ${handed.isMeasured ? "Held against the law, the register, the newest scan here and your kit." : "Held against the law, the register and your kit; nothing is scanned here yet."}`}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      {handed.lines.length > 0 && (
        <>
          <Row>
            {clean.length > 0 && (
              <Link
                to={`/day/${view.day.id}/frequencies?${fix}`}
              >{`Pick with ${count(clean.length, "frequency", "frequencies")} fixed so`}</Link>
            )}
            {letter !== "" && (
              <Button
                onPress={() =>
                  void navigator.clipboard.writeText(letter).then(() => setCopied(true))
                }
              >
                {isCopied ? "Copied" : "Copy the faults to write back"}
              </Button>
            )}
            {handed.earlierVersion !== null && (
              <QuietButton
                isDisabled={isBusy}
                onPress={() => send({ intent: "undo", expectedVersion })}
              >
                Undo: back to the list before
              </QuietButton>
            )}
          </Row>
          {handed.lines.length > LINES_A_PAGE && (
            <Row>
              <TextField
                label="Find a line"
                isLabelHidden
                value={sought}
                onChange={(text) => {
                  setSought(text);
                  setPage(0);
                }}
                widthCh={24}
                placeholder="crew, position or MHz"
              />
              <Soft>{pageWords(found.length, handed.lines.length, from)}</Soft>
              <Button isDisabled={from === 0} onPress={() => setPage(from / LINES_A_PAGE - 1)}>
                Lines before
              </Button>
              <Button
                isDisabled={from + LINES_A_PAGE >= found.length}
                onPress={() => setPage(from / LINES_A_PAGE + 1)}
              >
                Lines after
              </Button>
            </Row>
          )}
          <Table>
            <thead>
              <tr>
                <th>Crew or position</th>
                <th>Channel of ours</th>
                <th>Primary</th>
                <th>Backup</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {found.slice(from, from + LINES_A_PAGE).map(({ l, i }) => (
                <tr key={`${l.who}${i}`}>
                  <th scope="row">{l.who}</th>
                  <td data-label="Channel of ours">
                    <SelectField
                      label={`Channel of ours for ${l.who}`}
                      isLabelHidden
                      isDisabled={isBusy}
                      value={l.channelId ?? OTHER_CREW}
                      choices={[
                        { id: OTHER_CREW, label: "none" },
                        ...view.channels.map((c) => ({
                          id: c.id,
                          label: `${c.number} · ${c.talker}`,
                        })),
                      ]}
                      onChange={(id) =>
                        send({
                          intent: "assign",
                          line: i,
                          channelId: id === OTHER_CREW ? null : id,
                          expectedVersion,
                        })
                      }
                    />
                  </td>
                  {(["primary", "backup"] as const).map((use) => {
                    const hz = use === "primary" ? l.primaryHz : l.backupHz;
                    const fault = faultOf(l.who, use);
                    return (
                      <td key={use} data-label={capital(use)}>
                        <Figure>{hz === null ? "–" : formatMhz(hz)}</Figure>
                        {fault ? (
                          <Fault>
                            <Status status="problem">
                              {fault.broken
                                .slice(0, 2)
                                .map((b) => brokenRuleWords(b, nameOf))
                                .join("; ")}
                            </Status>
                          </Fault>
                        ) : hz !== null && l.channelId !== null ? (
                          <Fault>
                            <Status status="done">stands</Status>
                          </Fault>
                        ) : null}
                      </td>
                    );
                  })}
                  <td data-wide>
                    <Button
                      isDisabled={isBusy}
                      aria-label={`Take ${l.who} off the list`}
                      onPress={() => send({ intent: "remove", line: i, expectedVersion })}
                    >
                      <X aria-hidden />
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </>
      )}
      {letter !== "" && (
        <section>
          <Heading>To write back</Heading>
          <Letter>{letter}</Letter>
        </section>
      )}
      <section>
        <Heading>One more that transmits</Heading>
        <Sub>
          An ear feed for the boom, a talkback, a camera’s link: it keeps its frequency, and your
          talkers are planned round it and round its products.
        </Sub>
        <OneMore
          key={expectedVersion}
          isBusy={isBusy}
          onPut={(line) => send({ intent: "put", ...line, expectedVersion })}
        />
      </section>
      <ListImport<HandedField, HandedRow>
        button="Read a coordinator’s list"
        hint="CSV: crew or position, primary, backup; MHz, or TV channel + MHz above its edge"
        thing="line"
        fields={FIELDS}
        columns={["Crew or position", "Primary", "Backup"]}
        wordsOf={wordsOf}
        onImport={(p) => send({ intent: "import", ...p, expectedVersion })}
      />
      <p>
        <a href={`/day/${view.day.id}/frequencies.csv`} download>
          Save what we need and use as such a list
        </a>
      </p>
      <Notice kind="caution">
        A frequency handed down is no licence by itself: ask whoever issued it, and check with your
        regulator.
      </Notice>
    </Stack>
  );
}

/** What was typed stays until it stands on the list. */
function OneMore({
  isBusy,
  onPut,
}: {
  isBusy: boolean;
  onPut: (line: { who: string; frequency: string }) => void;
}) {
  const [line, setLine] = useState({ who: "", frequency: "" });
  const isWhole = line.who.trim() !== "" && line.frequency.trim() !== "";
  return (
    <Row
      as="form"
      style={{ alignItems: "end", marginTop: 8 }}
      onSubmit={(event: React.SubmitEvent) => {
        event.preventDefault();
        if (isWhole && !isBusy) onPut(line);
      }}
    >
      <TextField
        label="What it is"
        value={line.who}
        onChange={(who) => setLine((l) => ({ ...l, who }))}
        widthCh={20}
        placeholder="Boom ear feed"
      />
      <TextField
        label="MHz"
        value={line.frequency}
        onChange={(frequency) => setLine((l) => ({ ...l, frequency }))}
        widthCh={10}
        inputMode="decimal"
      />
      <Button
        type="submit"
        isDisabled={isBusy}
        why={isWhole ? null : "Type who and on what first."}
      >
        Put on the list
      </Button>
    </Row>
  );
}

const Fault = styled.div`
  font-size: 15px;
  max-width: 40ch;
`;
const Letter = styled.pre`
  font: inherit;
  white-space: pre-wrap;
  background: var(--sheet);
  padding: 10px 14px;
  margin: 6px 0 0;
  user-select: all;
`;
