import type { StateWords } from "~/contract/messages/day";
import { Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";

/** A state in a row: its shape and its words. */
export const StateCell = ({ words }: { words: StateWords }) =>
  words.text === "–" ? <Soft>–</Soft> : <Status status={words.status}>{words.text}</Status>;
