import { SEEN_AGAIN_HZ } from "~/core/units/sameCarrier";
import type { DayEvent } from "~/core/journal/dayEvents";
import { type HitStory, hitStories } from "./hitStories";
import { mergeSpans, type Span } from "~/core/battery/batteryPlan";
import type { Scene } from "~/core/schedule/scenes";
import type { HitAnswerKind } from "~/core/monitor/hitAnswers";
import type { HitCause } from "~/core/monitor/hitCauses";
import type { HitObservation } from "~/core/monitor/hitObservation";

/** A frequency in the words of the units that carry it. */
export interface FrequencyNotations {
  tvChannel: number | null;
  /** @example "code A3", or "493.650 MHz" of a unit that shows megahertz */
  receiverShows: string;
  packShows: string;
}

/** What a day's report is made of, beside its log. Times are milliseconds of the day's clock. */
export interface ReportSources {
  channels: readonly {
    id: number;
    number: number;
    talker: string;
    packLabel: string;
    receiverLabel: string;
    powerMw: number;
    /** How each end writes a frequency, and its TV channel, where there is one. */
    notationsOf: (frequencyHz: number) => FrequencyNotations;
  }[];
  places: readonly { id: number; name: string; setting: "indoors" | "outdoors" }[];
  scenes: readonly Scene[];
  plans: readonly {
    version: number;
    placeId: number;
    acceptedAtMs: number;
    how: string;
    picks: readonly { channelId: number; frequencyHz: number }[];
    spares: readonly { frequencyHz: number; for: readonly number[] }[];
  }[];
  events: readonly DayEvent[];
  levels: readonly {
    channelId: number;
    atMs: number;
    effort: string;
    gainDb: number;
    outputDb: number;
    finalPeakDbfs: number;
    measured?: { peakDbfs: number } | null;
  }[];
  /** What else was told to transmit: other crews, and what of ours carries no talker. */
  others: readonly { who: string; primaryHz: number; backupHz: number | null }[];
  /** Hours that each pack ran today, and how often its cells were changed. */
  packs: readonly {
    packLabel: string;
    talker: string | null;
    chemistry: string;
    ranHours: number | null;
    /** By the hours and the reading, as on the screen of the batteries. */
    leftHours: number | null;
    changesAtMs: readonly number[];
  }[];
}

export interface ReportHit {
  atMs: number;
  place: string;
  scene: string | null;
  talker: string;
  frequencyHz: number | null;
  /** Null where nothing was read that tells it. */
  cause: HitCause | null;
  /** How sure: 0…1; null where the cause is not known. */
  share: number | null;
  /** What a person noticed, where the cause rests on that alone; null where readings tell it. */
  observed: HitObservation | null;
  /** What was done last about it; null where nothing was. */
  answer: HitAnswerKind | null;
  outcome:
    "retuned" | "retuned-not-verified" | "done" | "left" | "nothing-found" | "taken-back" | "open";
  toHz: number | null;
  planVersion: number | null;
  /** From the call to the end of the answer; null while it is open. */
  tookMs: number | null;
}

export interface ReportDropouts {
  talker: string;
  count: number;
  longestMs: number;
  /** Seconds altogether. */
  totalS: number;
  /** The longest ones, for whoever looks for them in the edit. */
  worst: { atMs: number; lastedMs: number; place: string; scene: string | null }[];
}

export interface DayReport {
  /** The plan that stood last at each place, in the order in which the places were planned. */
  frequencies: {
    place: string;
    setting: string;
    version: number;
    rows: {
      number: number;
      talker: string;
      packLabel: string;
      receiverLabel: string;
      frequencyHz: number;
      powerMw: number;
      notations: FrequencyNotations;
    }[];
    sparesHz: number[];
    /** The same, each with what the units show that may take it. */
    spares: { frequencyHz: number; shows: string[] }[];
  }[];
  others: ReportSources["others"];
  plans: {
    version: number;
    atMs: number;
    place: string;
    how: string;
    moved: { talker: string; fromHz: number | null; toHz: number }[];
  }[];
  hits: ReportHit[];
  causes: { cause: HitCause | null; count: number }[];
  dropouts: ReportDropouts[];
  /** Those who came and went and came again are one. */
  newCarriers: {
    atMs: number;
    frequencyHz: number;
    levelDbm: number;
    place: string;
    times: number;
  }[];
  gains: {
    talker: string;
    effort: string;
    gainDb: number;
    outputDb: number;
    peakDbfs: number;
    isMeasured: boolean;
    atMs: number;
  }[];
  cells: ReportSources["packs"];
  notes: {
    atMs: number;
    place: string;
    talker: string | null;
    text: string;
    corrections: string[];
  }[];
  rolledMs: number;
}

const WORST = 5;

/** A day told from what was kept of it: nothing is judged anew. */
export function dayReport(s: ReportSources, nowMs: number): DayReport {
  const talker = (id: number) => s.channels.find((c) => c.id === id)?.talker ?? "somebody";
  const place = (id: number) => s.places.find((p) => p.id === id)?.name ?? "elsewhere";
  const sceneAt = (atMs: number, placeId: number) =>
    s.scenes.find((x) => x.placeId === placeId && atMs >= x.startMs && atMs < x.endMs)?.number ??
    null;
  const lastOfPlace = [...new Map(s.plans.map((p) => [p.placeId, p])).values()];
  const hits = hitStories(s.events).map((h) => toHit(h, talker, place));
  const causes = [...new Set(hits.map((h) => h.cause))]
    .map((cause) => ({ cause, count: hits.filter((h) => h.cause === cause).length }))
    .sort((a, b) => b.count - a.count);
  const corrections = new Map<string, string[]>();
  for (const { what } of s.events)
    if (what.kind === "correction")
      corrections.set(what.ofKey, [...(corrections.get(what.ofKey) ?? []), what.text]);
  return {
    frequencies: lastOfPlace.map((p) => ({
      place: place(p.placeId),
      setting: s.places.find((x) => x.id === p.placeId)?.setting ?? "indoors",
      version: p.version,
      sparesHz: p.spares.map((x) => x.frequencyHz),
      spares: p.spares.map(({ frequencyHz, for: takers }) => ({
        frequencyHz,
        shows: [
          ...new Set(
            s.channels
              .filter((c) => takers.includes(c.id))
              .flatMap((c) => {
                const { receiverShows, packShows } = c.notationsOf(frequencyHz);
                return [receiverShows, packShows];
              }),
          ),
        ],
      })),
      rows: p.picks
        .flatMap(({ channelId, frequencyHz }) => {
          const c = s.channels.find((x) => x.id === channelId);
          return c
            ? [
                {
                  number: c.number,
                  talker: c.talker,
                  packLabel: c.packLabel,
                  receiverLabel: c.receiverLabel,
                  frequencyHz,
                  powerMw: c.powerMw,
                  notations: c.notationsOf(frequencyHz),
                },
              ]
            : [];
        })
        .sort((a, b) => a.number - b.number),
    })),
    others: s.others,
    plans: s.plans.map((p, i) => {
      const before = s.plans[i - 1]?.picks ?? [];
      const moved = p.picks.flatMap((x) => {
        const was = before.find((b) => b.channelId === x.channelId)?.frequencyHz ?? null;
        return was === x.frequencyHz
          ? []
          : [{ talker: talker(x.channelId), fromHz: was, toHz: x.frequencyHz }];
      });
      return {
        version: p.version,
        atMs: p.acceptedAtMs,
        place: place(p.placeId),
        how: p.how,
        moved,
      };
    }),
    hits,
    causes,
    dropouts: dropoutsOf(s, talker, place, sceneAt),
    newCarriers: newCarriersOf(s.events, place),
    gains: s.channels.flatMap((c) => {
      const l = s.levels.findLast((x) => x.channelId === c.id);
      return l
        ? [
            {
              talker: c.talker,
              effort: l.effort,
              gainDb: l.gainDb,
              outputDb: l.outputDb,
              peakDbfs: l.measured?.peakDbfs ?? l.finalPeakDbfs,
              isMeasured: Boolean(l.measured),
              atMs: l.atMs,
            },
          ]
        : [];
    }),
    cells: s.packs,
    notes: s.events.flatMap(({ id, atMs, placeId, what }) =>
      what.kind === "note"
        ? [
            {
              atMs,
              place: place(placeId),
              talker: what.channelId === null ? null : talker(what.channelId),
              text: what.text,
              corrections: corrections.get(`event-${id}`) ?? [],
            },
          ]
        : [],
    ),
    rolledMs: rolledMs(s, nowMs),
  };
}

function newCarriersOf(
  events: readonly DayEvent[],
  place: (id: number) => string,
): DayReport["newCarriers"] {
  const found: DayReport["newCarriers"] = [];
  for (const { atMs, placeId, what } of events) {
    if (what.kind !== "newcomer") continue;
    const same = found.find(
      (n) =>
        n.place === place(placeId) && Math.abs(n.frequencyHz - what.frequencyHz) < SEEN_AGAIN_HZ,
    );
    if (same)
      Object.assign(same, {
        times: same.times + 1,
        levelDbm: Math.max(same.levelDbm, what.levelDbm),
      });
    else
      found.push({
        atMs,
        frequencyHz: what.frequencyHz,
        levelDbm: what.levelDbm,
        place: place(placeId),
        times: 1,
      });
  }
  return found;
}

function toHit(
  h: HitStory,
  talker: (id: number) => string,
  place: (id: number) => string,
): ReportHit {
  // it was looked at, and nothing of what was judged was found
  const first = h.closed?.how === "nothing-found" ? undefined : h.hit.judged.causes[0];
  const last = h.answers.at(-1);
  const how = h.closed?.how;
  const isRetuned = how === "proved" || how === "unproved";
  return {
    atMs: h.atMs,
    place: place(h.placeId),
    scene: h.hit.scene === null ? null : `${h.hit.scene}${h.hit.take ? ` / ${h.hit.take}` : ""}`,
    talker: talker(h.hit.channelId),
    frequencyHz: h.hit.frequencyHz,
    cause: first?.cause ?? null,
    share: first?.share ?? null,
    observed: h.hit.judged.basis === "observed" ? h.observed : null,
    outcome:
      how === "proved" ? "retuned" : how === "unproved" ? "retuned-not-verified" : (how ?? "open"),
    toHz: isRetuned ? (last?.toHz ?? null) : null,
    planVersion: isRetuned ? (h.closed?.planVersion ?? null) : null,
    answer: last?.answer ?? null,
    tookMs: h.closed ? h.closed.atMs - h.atMs : null,
  };
}

function dropoutsOf(
  s: ReportSources,
  talker: (id: number) => string,
  place: (id: number) => string,
  sceneAt: (atMs: number, placeId: number) => string | null,
): ReportDropouts[] {
  return s.channels.flatMap((c): ReportDropouts[] => {
    const mine = s.events.flatMap(({ atMs, placeId, what }) =>
      what.kind === "dropout" && what.channelId === c.id
        ? [{ atMs, lastedMs: what.lastedMs, place: place(placeId), scene: sceneAt(atMs, placeId) }]
        : [],
    );
    if (mine.length === 0) return [];
    const worst = [...mine]
      .sort((a, b) => b.lastedMs - a.lastedMs || a.atMs - b.atMs)
      .slice(0, WORST)
      .sort((a, b) => a.atMs - b.atMs);
    return [
      {
        talker: talker(c.id),
        count: mine.length,
        longestMs: Math.max(...mine.map((d) => d.lastedMs)),
        totalS: mine.reduce((sum, d) => sum + d.lastedMs, 0) / 1000,
        worst,
      },
    ];
  });
}

/** How long it rolled, without the time in which we ourselves retuned or moved. */
function rolledMs(s: Pick<ReportSources, "events" | "scenes">, nowMs: number): number {
  const rolled: Span[] = [];
  let since: number | null = null;
  for (const { atMs, what } of s.events) {
    if (what.kind !== "roll") continue;
    if (what.isOn) since ??= atMs;
    else if (since !== null) {
      rolled.push({ startMs: since, endMs: atMs });
      since = null;
    }
  }
  if (since !== null) rolled.push({ startMs: since, endMs: nowMs });
  const own = mergeSpans(ownWork(s, nowMs));
  const lengthMs = (span: Span) => Math.max(0, span.endMs - span.startMs);
  return rolled.reduce(
    (sum, r) =>
      sum +
      lengthMs(r) -
      own.reduce(
        (off, o) =>
          off +
          lengthMs({
            startMs: Math.max(r.startMs, o.startMs),
            endMs: Math.min(r.endMs, o.endMs),
          }),
        0,
      ),
    0,
  );
}

/**
 * When we ourselves were at the radio: from an answer that moves a channel until that is settled;
 * from a move until the first take, or the first scene, at the new place.
 */
function ownWork(
  { events, scenes }: Pick<ReportSources, "events" | "scenes">,
  nowMs: number,
): Span[] {
  const retunes = hitStories(events).flatMap((story): Span[] => {
    const first = story.answers.find((a) => a.toHz !== null);
    return first ? [{ startMs: first.atMs, endMs: story.closed?.atMs ?? nowMs }] : [];
  });
  const moves = events.flatMap(({ atMs, what }): Span[] => {
    if (what.kind !== "moved") return [];
    const take = events.find(
      (e) => e.what.kind === "take" && e.atMs >= atMs && e.placeId === what.toPlaceId,
    );
    const begins = scenes
      .filter((x) => x.placeId === what.toPlaceId && x.endMs > atMs)
      .map((x) => Math.max(atMs, x.startMs));
    const endMs = Math.min(take?.atMs ?? Infinity, ...begins, nowMs);
    return [{ startMs: atMs, endMs }];
  });
  return [...retunes, ...moves];
}
