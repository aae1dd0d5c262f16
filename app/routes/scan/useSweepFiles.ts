import { itemAt } from "~/core/units/items";
import { useFetcher } from "react-router";
import type { Reply } from "~/contract/schemas/reply";
import { type Upload, useUpload } from "./useUpload";

/** Larger files are sent piece by piece, with progress. */
const MAX_AT_ONCE_BYTES = 8 * 1024 * 1024;

export interface SweepFiles {
  send: (files: readonly File[]) => void;
  /** What goes piece by piece. */
  long: Upload;
  isReading: boolean;
  reply: Reply | undefined;
}

/** Sweep files on their way to a day's scans. @param address - of the scan screen */
export function useSweepFiles(address: string): SweepFiles {
  const upload = useFetcher<Reply>();
  const long = useUpload(`${address}/upload`);
  const send = (files: readonly File[]) => {
    if (files.length === 0) return;
    if (files.length === 1 && itemAt(files, 0).size > MAX_AT_ONCE_BYTES) {
      long.send(itemAt(files, 0));
      return;
    }
    const form = new FormData();
    for (const file of files) form.append("sweep", file);
    void upload.submit(form, { method: "post", encType: "multipart/form-data" });
  };
  return { send, long, isReading: upload.state !== "idle", reply: upload.data };
}
