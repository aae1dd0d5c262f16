import { useMemo } from "react";
import type { Route } from "./+types/route";
import {
  batteriesOfDay,
  batteriesRan,
  lampShows,
  newBatteries,
  setBatteryRule,
  setSupplies,
  switchUnits,
  undoBatteryRule,
} from "~/server/services/day/batteries.server";
import {
  BATTERY,
  batteryHeadline,
  carryWords,
  newBatteriesWords,
  ruleWords,
  schoolWords,
  shortOfWords,
  basisWords,
  lampNotedWords,
  switchedWords,
  unknownWords,
} from "~/contract/messages/battery";
import { formatClock } from "~/contract/messages/format";
import { ChannelTable } from "~/app/features/channelTable/ChannelTable";
import { useNow } from "~/app/features/frame/useNow";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Soft, Sub } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { answerOrAway } from "~/app/routes/shared/away";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { CartOnly } from "~/app/routes/shared/CartOnly";
import { useChosenChannel } from "~/app/features/channel/chosenChannel";
import { useCommands } from "~/app/features/commands/commandStore";
import { Button } from "~/app/ui/Button/Button";
import { Chemistries } from "./Chemistries";
import { OtherPower } from "./OtherPower";
import { BatteryDetail } from "./BatteryDetail";
import { batteryColumns, batteryRows } from "./batteryColumns";
import { BatteryRules } from "./BatteryRules";
import { batteryIntents, type BatteryIntent } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await batteriesOfDay(context.app, dayIdOf(params)));
}

const bridge = new Bridge<Awaited<ReturnType<typeof loader>>>();
export const clientLoader = (args: Route.ClientLoaderArgs) => bridge.load(args);

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, batteryIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "rule":
      return reply(
        await setBatteryRule(app, dayId, intent),
        () => null,
        (): BatteryIntent | null =>
          intent.expectedVersion > 0
            ? { intent: "undo-rule", expectedVersion: intent.expectedVersion + 1 }
            : null,
      );
    case "undo-rule":
      return reply(await undoBatteryRule(app, dayId, intent.expectedVersion), () => BATTERY.undone);
    case "switch":
      return reply(
        await switchUnits(app, dayId, intent),
        (changed) => switchedWords(changed, intent.isOn),
        (changed): BatteryIntent | null =>
          changed > 0 && intent.keys.length === 1 ? { ...intent, isOn: !intent.isOn } : null,
      );
    case "lamp":
      return reply(await lampShows(app, dayId, intent), ({ leftHours }) =>
        lampNotedWords(intent.shows, leftHours),
      );
    case "supplies":
      return reply(await setSupplies(app, dayId, intent));
    case "fresh":
      return reply(
        await newBatteries(app, dayId, intent),
        ({ label }) => newBatteriesWords(intent.chemistry, label),
        ({ before }): BatteryIntent | null =>
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
      return reply(await batteriesRan(app, dayId, intent), () => BATTERY.noted);
  }
}

/** When whose batteries are changed, how many to carry, and what each policy would take. */
export default function BatteryScreen({ loaderData: view }: Route.ComponentProps) {
  useBridge(bridge, view);
  const day = useDay();
  const nowMs = useNow(day.nowMs);
  const { send, reply: said, isBusy } = useIntent<BatteryIntent>();
  const { cells, rule, version } = view;
  const rows = useMemo(() => batteryRows(view), [view]);
  const changes = rows
    .flatMap((r) => r.pack.changes.map((c) => ({ ...c, talker: r.talker })))
    .sort((a, b) => a.atMs - b.atMs);
  const needed = Object.entries(cells.carry)
    .filter(([c]) => c !== "li-ion")
    .reduce((n, [, k]) => n + k, 0);
  const packKeys = rows.map((r) => r.packKey);
  const anyOn = rows.some((r) => r.isOn);
  const { channelId } = useChosenChannel();
  const chosen = rows.find((r) => r.id === channelId) ?? rows[0];
  const switchAll = () => send({ intent: "switch", keys: packKeys, isOn: !anyOn });
  useCommands(
    chosen
      ? [
          {
            label: chosen.isOn ? BATTERY.markOff : BATTERY.markOn,
            key: "o",
            run: () => send({ intent: "switch", keys: [chosen.packKey], isOn: !chosen.isOn }),
          },
          { label: anyOn ? BATTERY.allOff : BATTERY.allOn, key: "x", run: switchAll },
        ]
      : [],
  );
  const unknown = rows.filter((r) => r.pack.isUnknown).length;
  return (
    <ChannelTable
      label={BATTERY.label}
      channels={rows}
      columns={batteryColumns(view, nowMs, (r) =>
        send({ intent: "switch", keys: [r.packKey], isOn: !r.isOn }),
      )}
      besideName={(r) => r.packLabel}
      needsHand={(r) => r.pack.violations.length > 0}
      head={
        <>
          <div>
            <Answer>
              {rows.length === 0 ? BATTERY.noChannels : batteryHeadline(changes, unknown)}
            </Answer>
            <Sub>
              {needed > view.stock ? (
                <Status status="problem">{shortOfWords(needed, view.stock)}</Status>
              ) : (
                `${carryWords(cells.carry)} ${schoolWords(rule.policy, cells.schools)}`.trim()
              )}{" "}
              {unknownWords(unknown)} {basisWords(cells.basis)}
            </Sub>
          </div>
          <ReplyNotice reply={said} onUndo={send} />
        </>
      }
      tools={
        <>
          {rows.length > 0 && (
            <Button isDisabled={isBusy} onPress={switchAll}>
              {anyOn ? BATTERY.allOff : BATTERY.allOn}
            </Button>
          )}
          <CartOnly>
            <details>
              <summary>{ruleWords(rule)}</summary>
              <BatteryRules
                rule={rule}
                onRule={(change) =>
                  send({ intent: "rule", expectedVersion: version, rule: { ...rule, ...change } })
                }
              />
            </details>
          </CartOnly>
        </>
      }
      detail={(r) => (
        <BatteryDetail
          key={`${r.packKey}${r.pack.power.chemistry}`}
          row={r}
          view={view}
          nowMs={nowMs}
          clock={formatClock}
          isBusy={isBusy}
          send={send}
        />
      )}
      foot={
        <>
          {rows.length === 0 && <Notice kind="caution">{BATTERY.nobody}</Notice>}
          <OtherPower view={view} isBusy={isBusy} send={send} />
          <Chemistries choices={view.choices} rule={rule} />
          <p>
            <a href={`/day/${day.day.id}/batteries.ics`} download>
              {BATTERY.calendar}
            </a>
          </p>
          <details>
            <summary>{BATTERY.lamps}</summary>
            {rows.map((r) => (
              <p key={r.packKey}>
                <b>{r.packLabel}</b> <Soft>{r.note}</Soft>
              </p>
            ))}
            <Soft>{BATTERY.lampsNote}</Soft>
          </details>
          <Notice kind="caution">{BATTERY.caution}</Notice>
        </>
      }
    />
  );
}
