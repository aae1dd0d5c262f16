import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { useFetcher } from "react-router";
import styled from "styled-components";
import { count, formatDate, listWords } from "~/contract/messages/format";
import type { ArchivePreview } from "~/server/services/shoots/shootArchive.server";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Panel, Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { ArchiveReply } from "~/app/routes/archive/route";

const STANDING: Record<
  ArchivePreview["days"][number]["standing"],
  (added: number, table: string) => string
> = {
  new: () => "new here",
  same: () => "here already, the same",
  "goes-on": (added) => `here already; the archive goes on: ${count(added, "record")} more`,
  behind: () => "here already, and farther than the archive: it stays",
  apart: (_, table) => `went on both here and there (${table}): the two cannot be made one`,
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
    <Stack as="section" aria-label="Open an archive">
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
          <Button isDisabled={isBusy}>Open an archive …</Button>
        </FileTrigger>
        {isBusy && <Soft role="status">Looking through the archive …</Soft>}
      </Row>
      {reply && !reply.ok && <Notice kind="refused">{reply.message}</Notice>}
      {reply?.ok && reply.message && <Notice kind="said">{reply.message}</Notice>}
      {preview && file && (
        <Panel aria-label="What the archive holds">
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
            <p>{`The rules called ${listWords(preview.regionsKept)} stand otherwise here: yours stay.`}</p>
          )}
          {isApart && (
            <p>Nothing of it would be lost as a shoot of its own, beside the one that is here.</p>
          )}
          <Row>
            {brings && !isApart && (
              <PrimaryButton isDisabled={isBusy} onPress={() => post("take", file)}>
                {preview.isKnown ? "Bring it up to date" : "Take it in"}
              </PrimaryButton>
            )}
            {isApart && (
              <PrimaryButton isDisabled={isBusy} onPress={() => post("own", file)}>
                As a shoot of its own
              </PrimaryButton>
            )}
            {!isApart && !brings && <Soft>Nothing in it is missing here.</Soft>}
            <QuietButton onPress={() => setFile(null)}>Leave it</QuietButton>
          </Row>
        </Panel>
      )}
    </Stack>
  );
}

const Days = styled.ul`
  list-style: none;
`;
