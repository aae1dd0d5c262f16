import { useCallback, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import type { Reply } from "~/contract/schemas/reply";

export interface Upload {
  /** 0 … 1 of the file sent; 1 while the rest of it is read. */
  fraction: number | null;
  reply: Reply | undefined;
  send: (file: File) => void;
  cancel: () => void;
}

/**
 * Sends a large file piece by piece, with progress; it can be called off, and then nothing is kept.
 */
export function useUpload(address: string): Upload {
  const [fraction, setFraction] = useState<number | null>(null);
  const [reply, setReply] = useState<Reply | undefined>();
  const request = useRef<XMLHttpRequest | null>(null);
  const { revalidate } = useRevalidator();
  const send = useCallback(
    (file: File) => {
      const xhr = new XMLHttpRequest();
      request.current = xhr;
      setReply(undefined);
      setFraction(0);
      const end = (answer: Reply) => {
        request.current = null;
        setFraction(null);
        setReply(answer);
      };
      const refused = (message: string): Reply => ({ ok: false, message, at: Date.now() });
      xhr.upload.onprogress = (event) =>
        setFraction(event.lengthComputable ? event.loaded / event.total : 0);
      xhr.onload = () => {
        const said = /"message":"((?:[^"\\]|\\.)*)"/.exec(xhr.responseText)?.[1];
        if (xhr.status === 200)
          end({
            ok: true,
            message: said ? (JSON.parse(`"${said}"`) as string) : `"${file.name}" was read.`,
            at: Date.now(),
          });
        else
          end(
            refused(
              said
                ? (JSON.parse(`"${said}"`) as string)
                : `"${file.name}" was not read. The day and its scans are as they were.`,
            ),
          );
        void revalidate();
      };
      xhr.onerror = () =>
        end(refused(`"${file.name}" did not get through. The day and its scans are as they were.`));
      xhr.onabort = () =>
        end({
          ok: true,
          message: `Called off: nothing of "${file.name}" was kept.`,
          at: Date.now(),
        });
      xhr.open("POST", address);
      xhr.setRequestHeader("content-type", "application/octet-stream");
      xhr.setRequestHeader("x-file-name", encodeURIComponent(file.name));
      xhr.send(file);
    },
    [address, revalidate],
  );
  const cancel = useCallback(() => request.current?.abort(), []);
  return { fraction, reply, send, cancel };
}
