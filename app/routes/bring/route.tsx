import { useEffect, useMemo, useRef, useState } from "react";
import { Form, Link } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { getVersions } from "~/server/services/prep/versions.server";
import { unpackNoise } from "~/contract/codecs/noise";
import {
  count,
  formatAge,
  formatDb,
  formatSpan,
  listWords,
  rangesWords,
} from "~/contract/messages/format";
import { BRING_TEXTS, verdictWords } from "~/contract/messages/screens/bring";
import type { HowMany } from "~/core/coordination/changing/howMany";
import { isBetterVersion, versionVerdict } from "~/core/schedule/versions";
import { howManyInWorker } from "~/workers/coordinate/coordinate.client";
import { AreaField, NumberField, SelectField } from "~/app/ui/Field/Field";
import { Button } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure as OneLineFigure, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { LawLine } from "~/app/routes/shared/LawLine";
import { useDay } from "~/app/routes/shared/useDay";

/** On a phone two of them stand side by side: a long one takes two lines. */
const Figure = styled(OneLineFigure)`
  white-space: normal;
  overflow-wrap: anywhere;
`;

const MAX_WANTED = 64;
const whole = (text: string | null): number | null =>
  text !== null && /^\d{1,9}$/.test(text) ? Number(text) : null;

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams;
  const blocksText = (asked.get("blocks") ?? "").slice(0, 2000);
  const wanted = whole(asked.get("channels"));
  return {
    ...orNotFound(
      await getVersions(context.app, dayIdOf(params), {
        placeId: whole(asked.get("place")),
        wanted: wanted === null ? null : Math.min(MAX_WANTED, Math.max(1, wanted)),
        like: asked.get("like"),
        blocksText,
      }),
    ),
    blocksText,
  };
}

type Loaded = Route.ComponentProps["loaderData"];

/**
 * How many of each version fit, as they are counted one after another. What was read again and says
 * the same is not counted again.
 */
function useCounts({ request, noise, versions, wanted, scannedAtMs }: Loaded) {
  const [counts, setCounts] = useState<Readonly<Record<string, HowMany>>>({});
  const [isStopped, setIsStopped] = useState(false);
  const kinds = versions.flatMap(({ id, asked, facts }) =>
    asked ? [{ id, asked, isScanned: facts.isScanned }] : [],
  );
  const question = JSON.stringify([request, kinds, wanted, scannedAtMs]);
  const latest = useRef({ request, noise, kinds, wanted });
  useEffect(() => {
    latest.current = { request, noise, kinds, wanted };
  });
  useEffect(() => {
    setCounts({});
    setIsStopped(false);
    const asked = latest.current;
    if (asked.kinds.length === 0) return;
    const job = howManyInWorker(
      { ...asked.request, noise: asked.noise.flatMap(unpackNoise) },
      asked.kinds,
      asked.wanted,
      (id, many) => setCounts((c) => ({ ...c, [id]: many })),
    );
    void job.result.then((r) => {
      if (!r.ok && r.error.code !== "cancelled") setIsStopped(true);
    });
    return () => job.cancel();
  }, [question]);
  return { counts, isStopped };
}

/** Which version of which system does the work at a place: what to bring, rent or buy. */
export default function BringScreen({ loaderData: bring }: Route.ComponentProps) {
  const { day, nowMs } = useDay();
  const { wanted, versions } = bring;
  const { counts, isStopped } = useCounts(bring);
  const rows = useMemo(
    () =>
      versions
        .map((v) => {
          const many = counts[v.id];
          const isCounted = v.asked === null || many !== undefined;
          return {
            ...v,
            many,
            verdict: isCounted ? versionVerdict(v.facts, wanted, many?.fit ?? null) : null,
          };
        })
        .sort((a, b) =>
          a.verdict && b.verdict
            ? isBetterVersion({ ...a, verdict: a.verdict }, { ...b, verdict: b.verdict })
            : Number(b.verdict !== null) - Number(a.verdict !== null),
        ),
    [versions, counts, wanted],
  );
  return (
    <Stack $gapPx={18}>
      <div>
        <Answer>{headline(rows, bring)}</Answer>
        <Sub>
          {bring.scannedAtMs === null
            ? BRING_TEXTS.noScan(bring.stations)
            : BRING_TEXTS.byScan(formatAge(nowMs - bring.scannedAtMs))}{" "}
          {BRING_TEXTS.alone} {BRING_TEXTS.kitMakes(count(bring.kitChains, "chain"))}
        </Sub>
      </div>
      <Asked key={`${bring.place?.id}${bring.like}${bring.blocksText}${wanted}`} bring={bring} />
      {isStopped && <Notice kind="refused">{BRING_TEXTS.stopped}</Notice>}
      {rows.length === 0 ? (
        <p>
          {BRING_TEXTS.addUnits} <Link to={`/day/${day.id}/kit`}>{BRING_TEXTS.toKit}</Link>
        </p>
      ) : (
        <Versions rows={rows} wanted={wanted} />
      )}
      <Soft as="p">{BRING_TEXTS.marginNote}</Soft>
      <LawLine law={bring.law} />
    </Stack>
  );
}

type Counted = Loaded["versions"][number] & {
  many: HowMany | undefined;
  verdict: ReturnType<typeof versionVerdict> | null;
};

function headline(rows: readonly Counted[], { wanted, place }: Loaded): string {
  if (rows.length === 0) return BRING_TEXTS.nothingKnown;
  if (rows.some((r) => r.verdict === null)) return BRING_TEXTS.counting;
  const [best] = rows;
  if (best?.verdict?.code === "bring") return BRING_TEXTS.enough(nameOf(best), wanted);
  if (best?.verdict?.code === "rent")
    return BRING_TEXTS.rentHeadline(nameOf(best), count(best.verdict.more, "chain"));
  return BRING_TEXTS.none(wanted, place?.name ?? "");
}
const nameOf = ({ name, offered }: Counted): string =>
  offered === null ? name : BRING_TEXTS.offered(offered, name);

/** What is asked: where, for how many, and which other blocks somebody offers. */
function Asked({ bring }: { bring: Loaded }) {
  const { places } = useDay();
  const [placeId, setPlaceId] = useState(bring.place?.id ?? 0);
  const [channels, setChannels] = useState(bring.wanted);
  const [like, setLike] = useState(bring.like ?? "");
  const [blocks, setBlocks] = useState(bring.blocksText);
  const { refusedBlocks } = bring;
  return (
    <Form method="get">
      <input type="hidden" name="place" value={placeId} />
      <input type="hidden" name="channels" value={channels} />
      <input type="hidden" name="like" value={like} />
      <input type="hidden" name="blocks" value={blocks} />
      <Row style={{ alignItems: "start" }}>
        <SelectField
          label={BRING_TEXTS.location}
          value={placeId}
          onChange={setPlaceId}
          choices={places.map((p) => ({ id: p.id, label: p.name }))}
        />
        <NumberField
          label={BRING_TEXTS.channels}
          value={channels}
          onChange={setChannels}
          min={1}
          max={MAX_WANTED}
          step={1}
          unit=""
        />
        {bring.owned.length > 0 && (
          <>
            <SelectField
              label={BRING_TEXTS.likeSystem}
              value={like}
              onChange={setLike}
              choices={bring.owned.map((o) => ({ id: o.id, label: o.name }))}
            />
            <AreaField
              label={BRING_TEXTS.blocks}
              hint={BRING_TEXTS.blocksHint}
              value={blocks}
              onChange={setBlocks}
              rows={2}
              error={
                refusedBlocks.length > 0 ? BRING_TEXTS.notRead(listWords(refusedBlocks)) : null
              }
            />
          </>
        )}
        <Button type="submit" style={{ alignSelf: "center" }}>
          {BRING_TEXTS.compare}
        </Button>
      </Row>
    </Form>
  );
}

function Versions({ rows, wanted }: { rows: readonly Counted[]; wanted: number }) {
  return (
    <Table aria-label={BRING_TEXTS.label}>
      <thead>
        <tr>
          <th>{BRING_TEXTS.version}</th>
          <th>{BRING_TEXTS.range}</th>
          <th>{BRING_TEXTS.clear}</th>
          <th>{BRING_TEXTS.fits}</th>
          <th>{BRING_TEXTS.margin}</th>
          <th>{BRING_TEXTS.inKit}</th>
          <th>{BRING_TEXTS.verdict}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <Version key={row.id} row={row} wanted={wanted} />
        ))}
      </tbody>
    </Table>
  );
}

/** What the rules and the scan leave of a range. */
function clearWords({ adaptive, facts }: Counted): string {
  const { numbers, allowedHz, clearHz } = facts;
  if (adaptive || facts.powerMw === null) return BRING_TEXTS.noNumber;
  const allowed = numbers ? count(numbers.allowed, "number") : formatSpan(allowedHz);
  if (!facts.isScanned) return BRING_TEXTS.notScanned(allowed);
  return numbers
    ? BRING_TEXTS.clearOf(String(numbers.clear ?? 0), allowed)
    : BRING_TEXTS.clearMhz((clearHz ?? 0) / 1e6, allowedHz / 1e6);
}

function Version({ row, wanted }: { row: Counted; wanted: number }) {
  const { facts, many, verdict } = row;
  const said = verdict && verdictWords(verdict);
  return (
    <tr>
      <th scope="row">
        <b>{nameOf(row)}</b> {row.packs.length > 0 && <Soft>{listWords(row.packs)}</Soft>}
      </th>
      <td data-label={BRING_TEXTS.range}>
        {row.adaptive ? (
          <Soft>{BRING_TEXTS.choosesItsOwn}</Soft>
        ) : (
          <Figure>{rangesWords(row.tuning)}</Figure>
        )}
      </td>
      <td data-label={BRING_TEXTS.clear}>
        <Figure>{clearWords(row)}</Figure>
      </td>
      <td data-label={BRING_TEXTS.fits}>
        <Figure>
          {facts.roomLimit !== null
            ? BRING_TEXTS.roomOf(facts.roomLimit)
            : many
              ? BRING_TEXTS.fitOf(many.fit, wanted, many.spares)
              : BRING_TEXTS.noNumber}
        </Figure>
      </td>
      <td data-label={BRING_TEXTS.margin}>
        <Figure>
          {facts.marginDb === null ? BRING_TEXTS.noNumber : formatDb(Math.floor(facts.marginDb))}
        </Figure>{" "}
        {facts.powerMw !== null && <Soft>{BRING_TEXTS.atPower(facts.powerMw)}</Soft>}
      </td>
      <td data-label={BRING_TEXTS.inKit}>
        {facts.have > 0 ? <Figure>{facts.have}</Figure> : <Soft>{BRING_TEXTS.notOwned}</Soft>}
      </td>
      <td data-label={BRING_TEXTS.verdict}>
        {said ? (
          <Status status={said.status}>{said.words}</Status>
        ) : (
          <Soft>{BRING_TEXTS.counting}</Soft>
        )}
      </td>
    </tr>
  );
}
