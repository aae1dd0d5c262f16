import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { useFetcher } from "react-router";
import styled from "styled-components";
import { count, formatDate, listWords } from "~/contract/messages/format";
import { SHOOTS_TEXTS } from "~/contract/messages/screens/shoots";
import type { ArchivePreview } from "~/server/services/shoots/shootArchive.server";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Panel, Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { ArchiveReply } from "~/app/routes/archive/route";

const STANDING: Record<
  ArchivePreview["days"][number]["standing"],
  (added: number, table: string) => string
> = {
  new: () => SHOOTS_TEXTS.newHere,
  same: () => SHOOTS_TEXTS.hereAlreadyTheSame,
  "goes-on": (added) => SHOOTS_TEXTS.hereAlreadyTheArchive(count(added, "record")),
  behind: () => SHOOTS_TEXTS.hereAlreadyAndNewerThan,
  apart: (_, table) => SHOOTS_TEXTS.changedBothHereAndThere(table),
};

/** Opens an archive of a shoot: first what it would do, then it is done or left. */
export function OpenArchive() {
  const fetcher = useFetcher<ArchiveReply>();
  const [file, setFile] = useState<File | null>(null);
  const post = (what: "look" | "take" | "own", of: File) => {
    const form = new FormData();
    form.set("what", what);
    form.set("file", of);
    void fetcher.submit(form, {
      method: "post",
      action: "/archive",
      encType: "multipart/form-data",
    });
  };
  const isBusy = fetcher.state !== "idle";
  const reply = isBusy ? undefined : fetcher.data;
  const preview = file && reply?.ok ? reply.preview : undefined;
  const isApart = preview?.days.some((d) => d.standing === "apart") ?? false;
  const brings =
    preview?.days.some((d) => d.standing === "new" || d.standing === "goes-on") ?? false;
  return (
    <Stack as="section" aria-label={SHOOTS_TEXTS.openAnArchive}>
      <Row>
        <FileTrigger
          acceptedFileTypes={[".zip"]}
          onSelect={(files) => {
            const [picked] = files ?? [];
            if (picked) {
              setFile(picked);
              post("look", picked);
            }
          }}
        >
          <Button isDisabled={isBusy}>{SHOOTS_TEXTS.openAnArchive2}</Button>
        </FileTrigger>
        {isBusy && <Soft role="status">{SHOOTS_TEXTS.readingTheArchive}</Soft>}
      </Row>
      {reply && !reply.ok && <Notice kind="refused">{reply.message}</Notice>}
      {reply?.ok && reply.message && <Notice kind="said">{reply.message}</Notice>}
      {preview && file && (
        <Panel aria-label={SHOOTS_TEXTS.whatTheArchiveHolds}>
          <Heading as="h2">{preview.name}</Heading>
          <Days>
            {preview.days.map((d) => (
              <li key={d.uid}>
                <b>{formatDate(d.dateIso)}</b>
                {`: ${STANDING[d.standing](d.added, d.table ?? "")}`}
              </li>
            ))}
          </Days>
          {preview.regionsKept.length > 0 && (
            <p>{SHOOTS_TEXTS.theRulesCalledAreDifferent(listWords(preview.regionsKept))}</p>
          )}
          {isApart && <p>{SHOOTS_TEXTS.importItAsASeparate}</p>}
          <Row>
            {brings && !isApart && (
              <PrimaryButton isDisabled={isBusy} onPress={() => post("take", file)}>
                {preview.isKnown ? SHOOTS_TEXTS.updateTheShoot : SHOOTS_TEXTS.import}
              </PrimaryButton>
            )}
            {isApart && (
              <PrimaryButton isDisabled={isBusy} onPress={() => post("own", file)}>
                {SHOOTS_TEXTS.importAsASeparateShoot}
              </PrimaryButton>
            )}
            {!isApart && !brings && <Soft>{SHOOTS_TEXTS.everythingInItIsHere}</Soft>}
            <QuietButton onPress={() => setFile(null)}>{SHOOTS_TEXTS.cancel}</QuietButton>
          </Row>
        </Panel>
      )}
    </Stack>
  );
}

const Days = styled.ul`
  list-style: none;
`;
