import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { useFetcher } from "react-router";
import type { KitFilePreview } from "~/server/services/prep/kits.server";
import { capital, count, listWords } from "~/contract/messages/format";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Row, Stack } from "~/app/ui/Page/Page";
import type { Reply } from "~/contract/schemas/reply";
import { KIT_TEXTS } from "~/contract/messages/screens/kit";
import type { KitIntent } from "./intents";

export type KitPreviewReply = Reply & { preview?: KitFilePreview };

const MAX_FILE_BYTES = 4_000_000;
const MAX_NAMES = 6;
const names = (list: readonly string[]) =>
  list.length > MAX_NAMES
    ? KIT_TEXTS.andMore(list.slice(0, MAX_NAMES).join(", "), list.length - MAX_NAMES)
    : listWords(list);

/** Reads a kit file, says what it would bring, and takes it over only when told. */
export function KitFileImport({
  expectedVersion,
  isBusy,
  send,
}: {
  expectedVersion: number;
  isBusy: boolean;
  send: (intent: KitIntent) => void;
}) {
  const fetcher = useFetcher<KitPreviewReply>();
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const read = async (chosen: File | undefined) => {
    setFile(null);
    setRefused(null);
    if (!chosen) return;
    if (chosen.size > MAX_FILE_BYTES) {
      setRefused(KIT_TEXTS.isTooLarge(chosen.name, Math.round(chosen.size / 1_000_000)));
      return;
    }
    const text = await chosen.text();
    setFile({ name: chosen.name, text });
    void fetcher.submit(
      { intent: "preview-kit", text },
      {
        method: "post",
        encType: "application/json",
      },
    );
  };
  const answer = file && fetcher.state === "idle" ? fetcher.data : undefined;
  const preview = answer?.ok ? answer.preview : undefined;
  const take = (mode: "add" | "replace") => {
    if (file) send({ intent: "import-kit", text: file.text, mode, expectedVersion });
    setFile(null);
  };
  return (
    <Stack $gapPx={8}>
      <Row>
        <FileTrigger
          acceptedFileTypes={[".json", "application/json"]}
          onSelect={(files) => void read(files?.[0])}
        >
          <Button isDisabled={isBusy}>{KIT_TEXTS.importAKitFile}</Button>
        </FileTrigger>
      </Row>
      {refused && <Notice kind="refused">{refused}</Notice>}
      {answer && !answer.ok && <Notice kind="refused">{answer.message}</Notice>}
      {file && preview && (
        <Notice kind="caution">
          <p>
            <b>{`"${file.name}"`}</b>
            {KIT_TEXTS.ofTheRest(
              count(preview.units.length, "unit"),
              preview.units.length > 0 ? ` (${names(preview.units)})` : "",
              count(preview.stockLines, "count"),
            )}
          </p>
          {preview.newModels.length > 0 && <p>{KIT_TEXTS.newModels(names(preview.newModels))}</p>}
          {preview.changedModels.length > 0 && (
            <p>
              {KIT_TEXTS.knownHereWouldChange(
                capital(count(preview.changedModels.length, "model")),
                names(preview.changedModels),
              )}
            </p>
          )}
          <Row style={{ marginTop: 8 }}>
            <PrimaryButton onPress={() => take("add")}>{KIT_TEXTS.addToThisKit}</PrimaryButton>
            <Button onPress={() => take("replace")}>{KIT_TEXTS.replaceThisKit}</Button>
            <QuietButton onPress={() => setFile(null)}>{KIT_TEXTS.cancel}</QuietButton>
          </Row>
        </Notice>
      )}
    </Stack>
  );
}
