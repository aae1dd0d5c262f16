import { DropZone, FileTrigger, type FileDropItem } from "react-aria-components";
import styled from "styled-components";
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
      aria-label="Drop a sweep file here"
      onDrop={(event: { items: { kind: string }[] }) => {
        void Promise.all(
          (event.items.filter((i) => i.kind === "file") as FileDropItem[]).map((i) => i.getFile()),
        ).then(files.send);
      }}
    >
      <FileTrigger allowsMultiple onSelect={(chosen) => files.send([...(chosen ?? [])])}>
        <Button>Read a sweep file</Button>
      </FileTrigger>
      <Soft>
        or drop it here: columns, rows, a recording’s two files, our own JSON; packed or not
      </Soft>
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
            label={long.fraction < 1 ? "Sending the file" : "Reading the rest of it"}
            fraction={long.fraction}
            valueText={`${Math.floor(long.fraction * 100)} %`}
          />
          <Button onPress={long.cancel}>Call it off</Button>
        </Row>
      )}
      <ReplyNotice reply={long.reply} />
      {isReading ? <Soft>Reading the file …</Soft> : <ReplyNotice reply={reply} />}
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
