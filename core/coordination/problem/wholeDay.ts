import { SEEN_AS_SET_HZ } from "~/core/units/sameCarrier";
import type { CoordinationRequest } from "./request";
import { mergeRanges, type FrequencyRange } from "~/core/regulations/region";

/**
 * One request for several places: what answers it is clean at every one of them, so that nobody
 * retunes between. Allowed is what is allowed everywhere; taken, noisy or not measured is what is
 * so anywhere; others' carriers of all places stand.
 * @param places - at least one, each with its own request for the same channels
 */
export function requestForAll(
  places: readonly { name: string; request: CoordinationRequest }[],
): CoordinationRequest {
  const [first, ...rest] = places;
  if (!first) throw new RangeError("places must hold at least one");
  const windows = rest.reduce<FrequencyRange[]>(
    (left, { request }) => overlap(left, mergeRanges(request.windows)),
    mergeRanges(first.request.windows),
  );
  const exclusions = new Map<string, CoordinationRequest["exclusions"][number]>();
  for (const { name, request } of places) {
    const silent =
      request.noise.length === 0
        ? []
        : gaps(windows, mergeRanges(request.noise)).map((s) => ({
            ...s,
            reason: "not measured",
          }));
    for (const e of [...request.exclusions, ...silent]) {
      const key = `${e.lowHz}|${e.highHz}`;
      const known = exclusions.get(key);
      exclusions.set(key, {
        ...e,
        reason: known ? `${known.reason}, ${name}` : `${e.reason} at ${name}`,
      });
    }
  }
  const others: { id: string; frequencyHz: number }[] = [];
  for (const { request } of places)
    for (const o of request.others)
      if (
        !others.some(
          (x) => x.id === o.id || Math.abs(x.frequencyHz - o.frequencyHz) <= SEEN_AS_SET_HZ,
        )
      )
        others.push(o);
  const limits = places.flatMap(({ request }) =>
    request.maxNoiseDbm === null ? [] : [request.maxNoiseDbm],
  );
  const strictestDbm = limits.length === 0 ? null : Math.min(...limits);
  // an instrument that sees less far down is judged by its own limit: its noise is brought to the
  // common one
  const noise = places.flatMap(({ request }) => {
    const byDb = (request.maxNoiseDbm ?? 0) - (strictestDbm ?? 0);
    return byDb === 0
      ? request.noise
      : request.noise.map((n) => ({ ...n, levelDbm: n.levelDbm - byDb }));
  });
  // levels differ from place to place: a product is taken for serious wherever it falls
  const relations = first.request.relations ? { ...first.request.relations, levels: null } : null;
  return {
    ...first.request,
    relations,
    windows,
    exclusions: [...exclusions.values()],
    others,
    noise,
    maxNoiseDbm: strictestDbm,
  };
}

const overlap = (a: readonly FrequencyRange[], b: readonly FrequencyRange[]): FrequencyRange[] =>
  a.flatMap((x) =>
    b.flatMap((y) => {
      const [lowHz, highHz] = [Math.max(x.lowHz, y.lowHz), Math.min(x.highHz, y.highHz)];
      return lowHz < highHz ? [{ lowHz, highHz }] : [];
    }),
  );

/** What of some ranges others leave out. Both merged. */
function gaps(
  ranges: readonly FrequencyRange[],
  covered: readonly FrequencyRange[],
): FrequencyRange[] {
  return ranges.flatMap(({ lowHz, highHz }) => {
    const open: FrequencyRange[] = [];
    let fromHz = lowHz;
    for (const c of covered) {
      if (c.highHz <= fromHz || c.lowHz >= highHz) continue;
      if (c.lowHz > fromHz) open.push({ lowHz: fromHz, highHz: c.lowHz });
      fromHz = Math.max(fromHz, c.highHz);
    }
    if (fromHz < highHz) open.push({ lowHz: fromHz, highHz });
    return open;
  });
}
