import { useEffect, useRef, useState } from "react";
import { FileTrigger } from "react-aria-components";
import { useFetcher } from "react-router";
import { capital, count, listWords } from "~/contract/messages/format";
import type { PlanRead } from "~/server/services/frequencies/planFiles.server";
import { Button } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Row, Soft } from "~/app/ui/Page/Page";
import type { Reply } from "~/contract/schemas/reply";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";

export type PlanFileReply = Reply & { read?: PlanRead };

const MAX_FILE_BYTES = 2_000_000;

/**
 * The plan out as a file, and in: what is read stands as if it were typed, to be looked at first.
 */
export function PlanFiles({
  dayId,
  hasPlan,
  onRead,
}: {
  dayId: number;
  hasPlan: boolean;
  onRead: (texts: Record<number, string>) => void;
}) {
  const fetcher = useFetcher<PlanFileReply>();
  const [refused, setRefused] = useState<string | null>(null);
  const tell = useRef(onRead);
  useEffect(() => {
    tell.current = onRead;
  }, [onRead]);
  useEffect(() => {
    if (fetcher.data?.ok && fetcher.data.read) tell.current(fetcher.data.read.texts);
  }, [fetcher.data]);
  const read = async (file: File | undefined) => {
    if (!file) return;
    setRefused(
      file.size > MAX_FILE_BYTES
        ? FREQUENCIES_TEXTS.isFarTooLarge(file.name, Math.round(file.size / 1_000_000))
        : null,
    );
    if (file.size <= MAX_FILE_BYTES)
      void fetcher.submit(
        { intent: "read-plan", text: await file.text() },
        {
          method: "post",
          encType: "application/json",
        },
      );
  };
  const answer = fetcher.state === "idle" ? fetcher.data : undefined;
  return (
    <>
      <Row>
        <FileTrigger
          acceptedFileTypes={[".csv", ".json", "text/csv", "application/json"]}
          onSelect={(files) => void read(files?.[0])}
        >
          <Button>{FREQUENCIES_TEXTS.importAPlan}</Button>
        </FileTrigger>
        {hasPlan && (
          <Soft>
            {FREQUENCIES_TEXTS.saveThePlan}
            <a href={`/day/${dayId}/files/plan.csv`} download>
              {FREQUENCIES_TEXTS.csv}
            </a>
            {", "}
            <a href={`/day/${dayId}/files/plan.json`} download>
              {FREQUENCIES_TEXTS.json}
            </a>
            .
          </Soft>
        )}
      </Row>
      {refused && <Notice kind="refused">{refused}</Notice>}
      {answer && !answer.ok && <Notice kind="refused">{answer.message}</Notice>}
      {answer?.ok && answer.read && (
        <Notice kind="said">
          {FREQUENCIES_TEXTS.importedAndLockedNotUsed(
            capital(count(Object.keys(answer.read.texts).length, "frequency", "frequencies")),
            Object.keys(answer.read.texts).length === 1 ? "it" : "them",
          )}
          {answer.read.unknown.length > 0
            ? FREQUENCIES_TEXTS.noOneHereIsCalled(listWords(answer.read.unknown.slice(0, 6)))
            : ""}
        </Notice>
      )}
    </>
  );
}
