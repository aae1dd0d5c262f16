import { DropZone, FileTrigger, type FileDropItem } from "react-aria-components";
import styled from "styled-components";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { Button } from "~/app/ui/Button/Button";
import { Row, Soft } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import type { SweepFiles } from "./useSweepFiles";

/** Where a sweep file is chosen or dropped. */
export function SweepFileButton({ files }: { files: SweepFiles }) {
  return (
    <Drop
      as={DropZone}
      aria-label={SCAN_TEXTS.dropASweepFileHere}
      onDrop={(event: { items: { kind: string }[] }) => {
        void Promise.all(
          (event.items.filter((i) => i.kind === "file") as FileDropItem[]).map((i) => i.getFile()),
        ).then(files.send);
      }}
    >
      <FileTrigger allowsMultiple onSelect={(chosen) => files.send([...(chosen ?? [])])}>
        <Button>{SCAN_TEXTS.importAScan}</Button>
      </FileTrigger>
      <Soft>{SCAN_TEXTS.orDropItHereCsv}</Soft>
    </Drop>
  );
}

/** How far a file is, and what came of it. */
export function SweepFileState({ files: { long, isReading, reply } }: { files: SweepFiles }) {
  return (
    <>
      {long.fraction !== null && (
        <Row>
          <Progress
            label={long.fraction < 1 ? SCAN_TEXTS.sendingTheFile : SCAN_TEXTS.readingTheFile}
            fraction={long.fraction}
            valueText={`${Math.floor(long.fraction * 100)} %`}
          />
          <Button onPress={long.cancel}>{SCAN_TEXTS.cancel}</Button>
        </Row>
      )}
      <ReplyNotice reply={long.reply} />
      {isReading ? <Soft>{SCAN_TEXTS.readingTheFile}</Soft> : <ReplyNotice reply={reply} />}
    </>
  );
}

const Drop = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 3px 12px 3px 3px;
  border: 1.5px dashed transparent;
  border-radius: 4px;
  &[data-drop-target] {
    border-color: var(--accent);
    background: var(--hover);
  }
`;
