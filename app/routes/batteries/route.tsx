import { ROOM_C } from "~/core/battery/discharge";
import { defined } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  cellsOfDay,
  cellsRan,
  freshCells,
  setCellRule,
  undoCellRule,
} from "~/server/services/day/batteries.server";
import { capital, count, formatClock, formatDuration, listWords } from "~/contract/messages/format";
import { changeWords, violationWords } from "~/contract/messages/battery";
import type { Chemistry } from "~/core/battery/discharge";
import { hoursAlong } from "~/core/schedule/batteryChanges";
import { parseClockText } from "~/core/units/clockText";
import { CellChart } from "~/app/charts/cells/CellChart";
import { useNow } from "~/app/features/frame/useNow";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Mark } from "~/app/ui/Mark/Mark";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, BigFigure, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { answerOrAway } from "~/app/routes/shared/away";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { CartOnly } from "~/app/routes/shared/CartOnly";
import { cellIntents, type CellIntent } from "./intents";

/** How cold the batteries themselves get; under clothes they stay warmer than the air. */
const TEMPERATURES = [
  { id: ROOM_C, label: "room temperature" },
  { id: 10, label: "about 10 °C (50 °F)" },
  { id: 0, label: "about 0 °C (32 °F)", detail: "alkaline give half" },
  { id: -10, label: "about −10 °C (14 °F)", detail: "alkaline give a quarter" },
];

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await cellsOfDay(context.app, dayIdOf(params)));
}

const bridge = new Bridge<Awaited<ReturnType<typeof loader>>>();
export const clientLoader = (args: Route.ClientLoaderArgs) => bridge.load(args);

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, cellIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "rule":
      return reply(
        await setCellRule(app, dayId, intent),
        () => null,
        (): CellIntent | null =>
          intent.expectedVersion > 0
            ? { intent: "undo-rule", expectedVersion: intent.expectedVersion + 1 }
            : null,
      );
    case "undo-rule":
      return reply(await undoCellRule(app, dayId, intent.expectedVersion), () => "Taken back.");
    case "fresh":
      return reply(
        await freshCells(app, dayId, intent),
        ({ label }) =>
          `Fresh ${intent.chemistry} cells in ${label}. Is it on again? Look at its lamp, and at its channel.`,
        ({ before }): CellIntent | null =>
          before && before.chemistry !== "zinc-carbon"
            ? {
                intent: "ran",
                packKey: intent.packKey,
                ranHours: before.ranHours,
                chemistry: before.chemistry,
              }
            : null,
      );
    case "ran":
      return reply(await cellsRan(app, dayId, intent), () => "Noted.");
  }
}

const CHEMISTRY: Readonly<Record<Chemistry, string>> = {
  alkaline: "alkaline",
  nimh: "rechargeable",
  lithium: "lithium",
  "li-ion": "built in",
  "zinc-carbon": "zinc-carbon",
};

/** When whose cells are changed, how many to carry, and what each school would take. */
export default function CellsScreen({ loaderData: view }: Route.ComponentProps) {
  useBridge(bridge, view);
  const day = useDay();
  const nowMs = useNow(day.nowMs);
  const { send, reply: said, isBusy } = useIntent<CellIntent>();
  const { cells, rule, rows, version } = view;
  const set = (change: Partial<typeof rule>) =>
    send({ intent: "rule", expectedVersion: version, rule: { ...rule, ...change } });
  const changes = cells.packs
    .flatMap((p) =>
      p.changes.map((c) => ({
        ...c,
        talker: defined(rows.find((r) => r.packKey === p.packKey)).talker,
      })),
    )
    .sort((a, b) => a.atMs - b.atMs);
  const carry = Object.entries(cells.carry)
    .filter(([c]) => c !== "li-ion")
    .map(([c, n]) => `${n} ${CHEMISTRY[c as Chemistry]}`);
  const needed = Object.entries(cells.carry)
    .filter(([c]) => c !== "li-ion")
    .reduce((n, [, k]) => n + k, 0);
  const saved = cells.schools.fresh.cells - cells.schools.counted.cells;
  return (
    <Stack>
      <div>
        <Answer>
          {changes.length === 0
            ? "Nobody needs fresh cells any more today"
            : `${capital(listWords(changes.slice(0, 3).map((c) => `${c.talker} ${formatClock(c.atMs)}`)))}${changes.length > 3 ? `, and ${count(changes.length - 3, "more change")}` : ""}: fresh cells`}
        </Answer>
        <Sub>
          {carry.length > 0
            ? `Carry ${listWords(carry)}${needed > view.stock ? `: the case has ${view.stock}` : ""}. `
            : ""}
          {rule.policy === "counted"
            ? `Counting takes ${count(cells.schools.counted.cells, "cell")}; fresh at every break would take ${cells.schools.fresh.cells}${saved > 0 ? `: ${saved} saved, at the risk that a set is weaker than its hours` : ""}.`
            : `Fresh at every break takes ${count(cells.schools.fresh.cells, "cell")}; counting would take ${cells.schools.counted.cells}.`}
        </Sub>
      </div>
      <ReplyNotice reply={said} onUndo={send} />
      {needed > view.stock && (
        <Notice kind="refused">{`${needed} cells are needed from now on, and the case has ${view.stock}. Buy ${needed - view.stock}, or count instead of changing at every break.`}</Notice>
      )}
      <Row>
        <CartOnly>
          <SelectField
            label="Cells are"
            value={rule.policy}
            onChange={(policy) => set({ policy })}
            choices={[
              { id: "counted", label: "counted, run while they last" },
              { id: "fresh", label: "fresh at every break" },
            ]}
          />
          <SelectField
            label="Packs are on"
            value={rule.packsOn}
            onChange={(packsOn) => set({ packsOn })}
            choices={[
              { id: "through", label: "all day, off in breaks" },
              { id: "scenes", label: "only while their scenes run" },
            ]}
          />
          <SelectField
            label="Batteries are at"
            value={rule.temperatureC ?? ROOM_C}
            onChange={(temperatureC) => set({ temperatureC })}
            choices={TEMPERATURES}
          />
          <NumberField
            label="Kept in reserve"
            unit="h"
            value={rule.reserveHours}
            min={0}
            max={6}
            step={0.25}
            onChange={(reserveHours) => set({ reserveHours })}
          />
          <Breaks breaks={rule.breaks} onChange={(breaks) => set({ breaks })} />
        </CartOnly>
        <a href={`/day/${day.day.id}/batteries.ics`} download>
          Changes as a calendar
        </a>
      </Row>
      <List aria-label="Packs">
        {cells.packs.map((pack, i) => {
          const row = defined(rows.find((r) => r.packKey === pack.packKey));
          const { left, run, chemistry } = pack.power;
          return (
            <li
              key={pack.packKey}
              data-channel={row.channelId}
              aria-label={`${row.number} ${row.talker}, ${row.packLabel}`}
            >
              <Who>
                <b>{row.number}</b>
                <Mark>{row.mark}</Mark>
                <span>
                  <b>{row.talker}</b>
                  <small>{`${row.packLabel} · ${CHEMISTRY[chemistry]}`}</small>
                </span>
              </Who>
              <div>
                <BigFigure>{left ? formatDuration(left.hours * 3_600_000) : "not known"}</BigFigure>
                <Soft>
                  {left
                    ? ` left of ${pack.power.hours.toFixed(1)} h${run.ranHours === null ? "" : `, ran ${formatDuration(run.ranHours * 3_600_000)}`}${left.isWeak ? "; weaker than its hours" : left.voltsSpanHours === null ? "; by the clock" : ""}`
                    : ""}
                </Soft>
              </div>
              <CellChart
                line={{
                  points: hoursAlong(pack, nowMs),
                  needs: pack.needs,
                  changesMs: pack.changes.map((c) => c.atMs),
                  hours: pack.power.hours,
                  shortMs: pack.violations.map((v) => v.atMs),
                }}
                fromMs={view.fromMs}
                toMs={view.toMs}
                nowMs={nowMs}
                breaks={cells.breaks}
                reserveHours={rule.reserveHours}
                clock={formatClock}
                hasAxis={i === cells.packs.length - 1}
                label={`${row.talker}: ${left ? `${formatDuration(left.hours * 3_600_000)} left` : "cells not known"}; ${pack.changes.length === 0 ? "no change planned" : `changes at ${listWords(pack.changes.map((c) => formatClock(c.atMs)))}`}`}
              />
              <div>
                {pack.isUnknown && (
                  <p>
                    <Soft>
                      Nobody said what is in it: say how long it has run, or put fresh cells in.
                    </Soft>
                  </p>
                )}
                {pack.changes.map((c) => (
                  <p key={c.atMs}>
                    <b>{formatClock(c.atMs)}</b> <Soft>{changeWords(c)}</Soft>
                  </p>
                ))}
                {pack.violations.map((v) => (
                  <p key={v.atMs}>
                    <Bad>{`${formatClock(v.atMs)}: ${violationWords(v)}`}</Bad>
                  </p>
                ))}
                {pack.changes.length === 0 && pack.violations.length === 0 && !pack.isUnknown && (
                  <Soft>
                    {pack.needs.length === 0 ? "not needed any more" : "lasts to the end"}
                  </Soft>
                )}
              </div>
              <Set
                key={chemistry}
                row={row}
                chemistry={chemistry}
                isBusy={isBusy}
                send={send}
                ranHours={run.ranHours}
              />
            </li>
          );
        })}
      </List>
      {rows.length === 0 && <Notice kind="caution">Nobody is wired yet.</Notice>}
      <details>
        <summary>What the lamps mean</summary>
        {rows.map((r) => (
          <p key={r.packKey}>
            <b>{r.packLabel}</b> <Soft>{r.note}</Soft>
          </p>
        ))}
        <Soft>
          Some packs warn a quarter of an hour before the end, some not at all; a lamp that blinks
          is low on one make and fine on another.
        </Soft>
      </details>
      <Notice kind="caution">
        Pack off before its door opens; the right way round, never forced; never old with new, never
        a primary cell on a charger. Put a hot or swollen lithium pack down and keep away.
        Zinc-carbon dies without warning: not here. On again after: a pack stays off.
      </Notice>
    </Stack>
  );
}

/** What goes in, or how long what is in has run. */
function Set({
  row,
  chemistry,
  isBusy,
  send,
  ranHours,
}: {
  row: Route.ComponentProps["loaderData"]["rows"][number];
  chemistry: Chemistry;
  isBusy: boolean;
  send: (intent: CellIntent) => void;
  ranHours: number | null;
}) {
  const [kind, setKind] = useState<Chemistry>(chemistry);
  const [ran, setRan] = useState<string | null>(null);
  const told = kind as Exclude<Chemistry, "zinc-carbon">;
  const hours = ran === null ? NaN : Number(ran.replace(",", "."));
  return (
    <Tools>
      {row.chemistries.length > 1 && (
        <SelectField
          label={`Cells for ${row.packLabel}`}
          isLabelHidden
          value={kind}
          onChange={setKind}
          choices={row.chemistries.map((c) => ({ id: c, label: CHEMISTRY[c] }))}
        />
      )}
      <Button
        isDisabled={isBusy}
        aria-label={`${kind === "li-ion" ? "Charged" : "Fresh in"}: ${row.packLabel}`}
        onPress={() => send({ intent: "fresh", packKey: row.packKey, chemistry: told })}
      >
        {kind === "li-ion" ? "Charged" : "Fresh in"}
      </Button>
      {ran === null ? (
        <QuietButton onPress={() => setRan(ranHours === null ? "" : ranHours.toFixed(1))}>
          Ran …
        </QuietButton>
      ) : (
        <Row
          as="form"
          onSubmit={(e: React.SubmitEvent) => {
            e.preventDefault();
            if (hours >= 0)
              send({ intent: "ran", packKey: row.packKey, chemistry: told, ranHours: hours });
            setRan(null);
          }}
        >
          <TextField
            label={`Hours that ${row.packLabel} ran`}
            isLabelHidden
            value={ran}
            onChange={setRan}
            widthCh={6}
            inputMode="decimal"
            isFocused
            error={ran !== "" && !(hours >= 0) ? "hours, as 2.5" : null}
          />
          <Soft>h</Soft>
          <Button type="submit" why={hours >= 0 ? null : "Type how many hours it ran."}>
            Ran
          </Button>
        </Row>
      )}
    </Tools>
  );
}

/** Breaks that the scenes do not show, typed as people write them. */
function Breaks({
  breaks,
  onChange,
}: {
  breaks: readonly { startMs: number; endMs: number }[];
  onChange: (breaks: { startMs: number; endMs: number }[]) => void;
}) {
  const standing = breaks
    .map((b) => `${formatClock(b.startMs)}–${formatClock(b.endMs)}`)
    .join(", ");
  const [text, setText] = useState(standing);
  const [seen, setSeen] = useState(standing);
  if (seen !== standing) {
    setSeen(standing);
    setText(standing);
  }
  const parts = text
    .split(/[,;]/)
    .map((t) => t.trim())
    .filter((t) => t !== "");
  const read = parts.map((t) => {
    const [from, to] = t.split(/[–-]/).map((c) => parseClockText(c));
    if (!from?.ok || !to?.ok) return null;
    // over midnight
    return { startMs: from.value, endMs: to.value > from.value ? to.value : to.value + 86_400_000 };
  });
  const bad = read.some((r) => r === null);
  return (
    <TextField
      label="Breaks beside the scenes’ gaps"
      value={text}
      onChange={setText}
      onCommit={() =>
        !bad && text !== standing && onChange(read as { startMs: number; endMs: number }[])
      }
      placeholder="12:30–13:30"
      widthCh={18}
      error={bad ? "as 12:30–13:30" : null}
    />
  );
}

const List = styled.ol`
  list-style: none;
  border-top: 2px solid var(--ink);
  > li {
    display: grid;
    grid-template-columns: 158px 150px minmax(140px, 1fr) minmax(150px, 220px) auto;
    gap: 4px 14px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    padding: 6px 0;
  }
  @media (max-width: 1180px) {
    > li {
      grid-template-columns: 158px 150px minmax(0, 1fr);
    }
    > li > :nth-child(4) {
      grid-column: 1 / 3;
    }
  }
  ${PHONE} {
    > li {
      grid-template-columns: minmax(0, 1fr) auto;
    }
    > li > :nth-child(3),
    > li > :nth-child(4),
    > li > :nth-child(5) {
      grid-column: 1 / -1;
    }
  }
`;
const Who = styled.span`
  display: flex;
  gap: 8px;
  align-items: center;
  > b {
    font-size: 20px;
  }
  > span {
    display: flex;
    flex-direction: column;
    line-height: 1.2;
    small {
      color: var(--soft);
      font-size: 13px;
    }
  }
`;
const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  justify-content: flex-end;
  ${PHONE} {
    justify-content: flex-start;
  }
`;
const Bad = styled.b`
  color: var(--bad);
`;
