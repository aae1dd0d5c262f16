import { capital, formatDb, listWords, mhz, rangesWords } from "~/contract/messages/format";
import {
  FREQUENCIES,
  lockLabel,
  neighbourWords,
  noiseMarginWords,
  swapLabel,
  wasWords,
} from "~/contract/messages/frequencies";
import { brokenRuleWords, pickReasonWords } from "~/contract/messages/words";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { outsideLossDb } from "~/core/kit/antennas";
import { endsShow } from "~/core/kit/unitNumber";
import { unitNumberErrorWords } from "~/contract/messages/unitNumber";
import { Readings } from "~/app/features/channel/Readings";
import { formatMhz } from "~/core/units/frequencyText";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { Button } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { BigFigure, Heading, Row, Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { endsOf, type TypedLock } from "./pickModel";
import type { Picking } from "./usePick";

/** A loss outside an antenna's range under this is not worth a word. */
const TOLD_DB = 0.5;

/** Why one channel stands where it stands, and what can be done to it alone. */
export function PickDetail({ channel: c, pick }: { channel: ChannelView; pick: Picking }) {
  const { shown, state, nameOf, view, beforeHz } = pick;
  const picked = shown.picks.find((p) => p.channelId === c.id) ?? null;
  const unplaced = shown.unplaced.find((u) => u.channelId === c.id);
  const ends = endsOf(view.kit, c);
  const written = picked ? endsShow(ends, picked.frequencyHz) : null;
  const lock = pick.locks[c.id];
  const [outside] = (picked ? (pick.antennas[c.receiverKey] ?? []) : [])
    .map((a) => ({ ...a, lossDb: outsideLossDb(a.covers, picked?.frequencyHz ?? 0) ?? 0 }))
    .filter((a) => a.lossDb >= TOLD_DB)
    .sort((a, b) => b.lossDb - a.lossDb);
  const before = shown.kind === "draft" && picked && beforeHz ? (beforeHz.get(c.id) ?? null) : null;
  const { margins, nearestNeighbour, neighbourHz } = picked?.reason ?? {};
  return (
    <>
      <Row>
        <Heading>{`${c.number} · ${c.talker}`}</Heading>
        {picked && <BigFigure>{mhz(picked.frequencyHz)}</BigFigure>}
        {written && <Soft>{written}</Soft>}
        {shown.kind === "draft" && picked && beforeHz && (
          <Soft>
            {before === null
              ? FREQUENCIES.isNew
              : before === picked.frequencyHz
                ? FREQUENCIES.stays
                : wasWords(before)}
          </Soft>
        )}
        <Soft>
          {`${c.receiverLabel}${c.meets === "tunes" ? `, ${rangesWords(c.tuning)}` : ""}`}
        </Soft>
      </Row>
      {outside && (
        <Status status="stale">
          {FREQUENCIES.outsideAntenna(outside.label, formatDb(outside.lossDb))}
        </Status>
      )}
      <LegalFlag legality={c.legality} unit={c.packLabel} />
      {unplaced && c.legality.code === "fine" && <p>{unplaced.reason}</p>}
      {picked && picked.broken.length > 0 && (
        <Status status="problem">
          {listWords(picked.broken.slice(0, 2).map((b) => brokenRuleWords(b, nameOf)))}
        </Status>
      )}
      {picked && picked.broken.length === 0 && (
        <p>
          {[
            picked.isLocked ? FREQUENCIES.lockedByYou : "",
            (pick.found?.result.careful ?? []).includes(carrierId(c.id)) ? FREQUENCIES.careful : "",
            [
              margins?.noiseDb === undefined || margins.noiseDb === null
                ? ""
                : noiseMarginWords(margins.noiseDb),
              nearestNeighbour && neighbourHz
                ? neighbourWords(neighbourHz, nameOf(nearestNeighbour))
                : "",
              pickReasonWords(picked.reason, nameOf),
            ]
              .filter((part) => part !== "")
              .join(" · "),
          ]
            .filter((part) => part !== "")
            .join(" ")}
        </p>
      )}
      {c.meets === "tunes" && (
        <Row>
          <TextField
            label={lockLabel(c.talker)}
            placeholder={picked ? formatMhz(picked.frequencyHz) : "512.375"}
            widthCh={12}
            {...(written === null ? { inputMode: "decimal" as const } : {})}
            value={state.texts[c.id] ?? ""}
            onChange={(text) => pick.onType(c.id, text)}
            error={lockWords(lock, nameOf)}
          />
          <Readings
            error={lock?.state === "unreadable" ? lock.error : null}
            onChoose={(r) => pick.onType(c.id, formatMhz(r.frequencyHz))}
          />
          {shown.kind === "plan" && picked && (
            <Button aria-label={swapLabel(c.talker)} onPress={() => pick.onHit(c.id)}>
              {FREQUENCIES.swap}
            </Button>
          )}
        </Row>
      )}
    </>
  );
}

function lockWords(lock: TypedLock | undefined, nameOf: (id: string) => string): string | null {
  if (!lock || lock.state === "none") return null;
  if (lock.state === "unreadable") return `${capital(unitNumberErrorWords(lock.error))}.`;
  return lock.broken.length === 0
    ? null
    : FREQUENCIES_TEXTS.is(
        formatMhz(lock.frequencyHz),
        listWords(lock.broken.slice(0, 3).map((b) => brokenRuleWords(b, nameOf))),
      );
}
