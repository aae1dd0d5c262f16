import { useState } from "react";
import { ASSIGNED_COPY } from "~/contract/messages/prep";
import { copyText } from "~/app/ui/copyText";
import { Link } from "react-router";
import { X } from "lucide-react";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  assignToChannel,
  getAssigned,
  importAssigned,
  previewAssigned,
  putAssigned,
  removeAssigned,
} from "~/server/services/frequencies/assigned.server";
import { undoList } from "~/server/services/prep/versionedLists.server";
import { capital, count, formatClock } from "~/contract/messages/format";
import {
  assignedFaultWords,
  assignedHeadline,
  assignedProblemWords,
} from "~/contract/messages/prep";
import { brokenRuleWords } from "~/contract/messages/words";
import { ASSIGNED_TEXTS } from "~/contract/messages/screens/assigned";
import type {
  AssignedFrequency,
  AssignedField,
  AssignedRow,
} from "~/core/coordination/problem/assigned";
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
import { assignedIntents, type AssignedIntent } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getAssigned(context.app, dayIdOf(params)));
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, assignedIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "preview":
      return previewed(await previewAssigned(app, dayId, intent.text, intent.map));
    case "import":
      return reply(await importAssigned(app, dayId, intent), ({ imported, leftOut }) =>
        ASSIGNED_TEXTS.imported(
          capital(count(imported, "line")),
          leftOut > 0 ? ASSIGNED_TEXTS.skipped(count(leftOut, "row")) : "",
        ),
      );
    case "assign":
      return reply(await assignToChannel(app, dayId, intent));
    case "put":
      return reply(await putAssigned(app, dayId, intent), () =>
        ASSIGNED_TEXTS.standsOnTheList(intent.who.trim()),
      );
    case "remove":
      return reply(await removeAssigned(app, dayId, intent), () => ASSIGNED_TEXTS.takenOffTheList);
    case "undo":
      return reply(
        await undoList(app, "handed", dayId, intent.expectedVersion),
        () => ASSIGNED_TEXTS.theListBeforeIsBack,
      );
  }
}

const FIELDS: { id: AssignedField; label: string }[] = [
  { id: "who", label: ASSIGNED_TEXTS.crewOrPosition },
  { id: "primary", label: ASSIGNED_TEXTS.primary },
  { id: "backup", label: ASSIGNED_TEXTS.backup },
];
const OTHER_CREW = 0;
/** A field to choose in stands in every line: of hundreds, the page would take seconds. */
const LINES_A_PAGE = 50;

const holds = ({ who, primaryHz, backupHz }: AssignedFrequency, sought: string): boolean =>
  [who, formatMhz(primaryHz), backupHz === null ? "" : formatMhz(backupHz)].some((text) =>
    text.toLowerCase().includes(sought.trim().toLowerCase()),
  );

function pageWords(found: number, all: number, from: number): string {
  if (found === 0) return ASSIGNED_TEXTS.noLineOfMatches(all);
  const shown = ASSIGNED_TEXTS.to(
    from + 1,
    Math.min(from + LINES_A_PAGE, found),
    count(found, "line"),
  );
  return found === all ? shown : ASSIGNED_TEXTS.matching(shown, all);
}

function wordsOf({ row, line, problems }: AssignedRow): RowWords {
  return {
    row,
    isGood: line !== null,
    problems: problems.map(assignedProblemWords),
    notes: [],
    becomes:
      line?.channelId === null ? ASSIGNED_TEXTS.anotherCrews : ASSIGNED_TEXTS.forAChannelOfOurs,
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
export default function AssignedScreen({ loaderData: assigned }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<AssignedIntent>();
  const [copied, setCopied] = useState<keyof typeof ASSIGNED_COPY>("not-yet");
  const nameOf = (id: string) =>
    view.channels.find((c) => carrierId(c.id) === id)?.talker ??
    (id.startsWith("other ") ? ASSIGNED_TEXTS.aCarrier(id.slice(6)) : id.replace(/ \(\d+\)$/, ""));
  const letter = assigned.faults.map((f) => assignedFaultWords(f, nameOf)).join("\n");
  const faultOf = (who: string, use: "primary" | "backup") =>
    assigned.faults.find((f) => f.who === who && f.use === use);
  const clean = assigned.lines.filter((l) => l.channelId !== null && !faultOf(l.who, "primary"));
  const fix = clean.map((l) => `fix=${l.channelId}:${formatMhz(l.primaryHz)}`).join("&");
  const { version: expectedVersion } = assigned;
  const [sought, setSought] = useState("");
  const [page, setPage] = useState(0);
  const found = assigned.lines.map((l, i) => ({ l, i })).filter(({ l }) => holds(l, sought));
  // lines may have gone since the page was turned
  const from =
    Math.min(page, Math.max(0, Math.ceil(found.length / LINES_A_PAGE) - 1)) * LINES_A_PAGE;

  return (
    <Stack>
      <div>
        <Answer>{assignedHeadline(assigned.lines, assigned.faults)}</Answer>
        <Sub>
          {assigned.lines.length === 0
            ? ASSIGNED_TEXTS.aCoordinatorsListHasOne
            : ASSIGNED_TEXTS.list(
                assigned.version,
                formatClock(assigned.atMs ?? 0),
                assigned.isMeasured
                  ? ASSIGNED_TEXTS.checkedAgainstRegulationsStationList
                  : ASSIGNED_TEXTS.checkedAgainstRegulationsStationListAndYour,
              )}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      {assigned.lines.length > 0 && (
        <>
          <Row>
            {clean.length > 0 && (
              <Link to={`/day/${view.day.id}/frequencies?${fix}`}>
                {ASSIGNED_TEXTS.findFrequenciesWithLocked(
                  count(clean.length, "frequency", "frequencies"),
                )}
              </Link>
            )}
            {letter !== "" && (
              <Button
                onPress={() =>
                  void copyText(letter).then((isDone) => setCopied(isDone ? "copied" : "refused"))
                }
              >
                {ASSIGNED_COPY[copied]}
              </Button>
            )}
            {assigned.earlierVersion !== null && (
              <QuietButton
                isDisabled={isBusy}
                onPress={() => send({ intent: "undo", expectedVersion })}
              >
                {ASSIGNED_TEXTS.undoPreviousList}
              </QuietButton>
            )}
          </Row>
          {assigned.lines.length > LINES_A_PAGE && (
            <Row>
              <TextField
                label={ASSIGNED_TEXTS.findALine}
                isLabelHidden
                value={sought}
                onChange={(text) => {
                  setSought(text);
                  setPage(0);
                }}
                widthCh={24}
                placeholder={ASSIGNED_TEXTS.crewPositionOrMhz}
              />
              <Soft>{pageWords(found.length, assigned.lines.length, from)}</Soft>
              <Button isDisabled={from === 0} onPress={() => setPage(from / LINES_A_PAGE - 1)}>
                {ASSIGNED_TEXTS.previousLines}
              </Button>
              <Button
                isDisabled={from + LINES_A_PAGE >= found.length}
                onPress={() => setPage(from / LINES_A_PAGE + 1)}
              >
                {ASSIGNED_TEXTS.nextLines}
              </Button>
            </Row>
          )}
          <Table>
            <thead>
              <tr>
                <th>{ASSIGNED_TEXTS.crewOrPosition}</th>
                <th>{ASSIGNED_TEXTS.ourChannel}</th>
                <th>{ASSIGNED_TEXTS.primary}</th>
                <th>{ASSIGNED_TEXTS.backup}</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {found.slice(from, from + LINES_A_PAGE).map(({ l, i }) => (
                <tr key={`${l.who}${i}`}>
                  <th scope="row">{l.who}</th>
                  <td data-label={ASSIGNED_TEXTS.ourChannel}>
                    <SelectField
                      label={ASSIGNED_TEXTS.ourChannelWith(l.who)}
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
                            <Status status="done">{ASSIGNED_TEXTS.stands}</Status>
                          </Fault>
                        ) : null}
                      </td>
                    );
                  })}
                  <td data-wide>
                    <Button
                      isDisabled={isBusy}
                      aria-label={ASSIGNED_TEXTS.removeFromTheList(l.who)}
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
          <Heading>{ASSIGNED_TEXTS.toReply}</Heading>
          <Letter>{letter}</Letter>
        </section>
      )}
      <section>
        <Heading>{ASSIGNED_TEXTS.anotherTransmitter}</Heading>
        <Sub>{ASSIGNED_TEXTS.anEarFeedATalkback}</Sub>
        <OneMore
          key={expectedVersion}
          isBusy={isBusy}
          onPut={(line) => send({ intent: "put", ...line, expectedVersion })}
        />
      </section>
      <ListImport<AssignedField, AssignedRow>
        button="Read a coordinator’s list"
        hint={ASSIGNED_TEXTS.csvCrewOrPositionPrimary}
        thing="line"
        fields={FIELDS}
        columns={[ASSIGNED_TEXTS.crewOrPosition, "Primary", "Backup"]}
        wordsOf={wordsOf}
        onImport={(p) => send({ intent: "import", ...p, expectedVersion })}
      />
      <p>
        <a href={`/day/${view.day.id}/frequencies.csv`} download>
          {ASSIGNED_TEXTS.saveOurNeedsAsSuch}
        </a>
      </p>
      <Notice kind="caution">{ASSIGNED_TEXTS.anAssignedFrequencyIsNot}</Notice>
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
        label={ASSIGNED_TEXTS.what}
        value={line.who}
        onChange={(who) => setLine((l) => ({ ...l, who }))}
        widthCh={20}
        placeholder={ASSIGNED_TEXTS.boomEarFeed}
      />
      <TextField
        label={ASSIGNED_TEXTS.mhz}
        value={line.frequency}
        onChange={(frequency) => setLine((l) => ({ ...l, frequency }))}
        widthCh={10}
        inputMode="decimal"
      />
      <Button type="submit" isDisabled={isBusy} why={isWhole ? null : ASSIGNED_TEXTS.typeAName}>
        {ASSIGNED_TEXTS.addToTheList}
      </Button>
    </Row>
  );
}

const Fault = styled.div`
  font-size: var(--text);
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
