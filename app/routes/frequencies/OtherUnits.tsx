import { useEffect, useRef, useState } from "react";
import { Link, useFetcher } from "react-router";
import { RECAST, recastWords } from "~/contract/messages/recast";
import type { Reply } from "~/contract/schemas/reply";
import type { Recast } from "~/core/coordination/changing/recast";
import type { CoordinationRequest, CoordinationResult } from "~/core/coordination/problem/request";
import { defined, itemAt } from "~/core/units/items";
import type { OfferedMove, PutOn } from "~/server/services/frequencies/recast.server";
import { recastInWorker, type Running } from "~/workers/coordinate/coordinate.client";
import { Button } from "~/app/ui/Button/Button";
import { Row, Soft } from "~/app/ui/Page/Page";
import { useDay } from "~/app/routes/shared/useDay";

export type OfferedReply = Reply & { offered?: OfferedMove[] };

interface OtherUnitsProps {
  request: CoordinationRequest;
  /** What was found, with those who got no place. */
  result: CoordinationResult;
  isBusy: boolean;
  onPut: (moves: PutOn[]) => void;
}

/**
 * Which channels to put on other packs and receivers of the kit so that all find a place, each way
 * proved by solving, with the work that it takes.
 */
export function OtherUnits({ request, result, isBusy, onPut }: OtherUnitsProps) {
  const { day, channels } = useDay();
  const fetcher = useFetcher<OfferedReply>();
  const [found, setFound] = useState<Recast[] | "failed" | null>(null);
  const running = useRef<Running<Recast[]> | null>(null);
  const asked = useRef(false);
  const { submit } = fetcher;
  useEffect(() => {
    if (asked.current) return;
    asked.current = true;
    void submit({ intent: "offered-moves" }, { method: "post", encType: "application/json" });
  }, [submit]);
  const offered = fetcher.data?.offered;
  useEffect(() => {
    if (!offered) return;
    const unplaced = result.unplaced.map((u) => u.channelId);
    const mine = recastInWorker(request, unplaced, offered);
    running.current = mine;
    void mine.result.then((r) => running.current === mine && setFound(r.ok ? r.value : "failed"));
    return () => mine.cancel();
  }, [offered, request, result]);

  const toldOf = (i: number) => {
    const { move, labels } = itemAt(defined(offered), i);
    const channel = defined(channels.find((c) => c.id === move.channelId));
    return {
      talker: channel.talker,
      ...labels,
      isOtherReceiver: channel.receiverKey !== move.to.receiverKey || channel.half !== move.to.half,
      isOtherPack: channel.packKey !== move.to.packKey,
      chooses: move.asked === null,
      work: move.work,
    };
  };
  const putOn = (i: number): PutOn => {
    const { move } = itemAt(defined(offered), i);
    const channel = defined(channels.find((c) => c.id === move.channelId));
    return { channelId: channel.id, expectedVersion: channel.version, to: move.to };
  };
  if (fetcher.data?.ok === false || found === "failed") return <p>{RECAST.failed}</p>;
  if (found === null) return <Soft as="p">{RECAST.searching}</Soft>;
  if (found.length === 0)
    return (
      <p>
        {RECAST.none} <Link to={`/day/${day.id}/bring`}>{RECAST.toBring}</Link>
      </p>
    );
  return (
    <>
      {found.map(({ offers }) => {
        const words = recastWords(offers.map(toldOf));
        return (
          <Row key={words.what}>
            <span>
              {RECAST.thenAllFit(words.what)} <Soft>{words.work}</Soft>
            </span>
            <Button isDisabled={isBusy} onPress={() => onPut(offers.map(putOn))}>
              {RECAST.apply}
            </Button>
          </Row>
        );
      })}
      <Soft as="p">{RECAST.byPractice}</Soft>
    </>
  );
}
