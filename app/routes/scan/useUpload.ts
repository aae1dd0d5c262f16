import { useCallback, useReducer, useRef } from "react";
import { useRevalidator } from "react-router";
import type { Reply } from "~/contract/schemas/reply";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";

export interface Upload {
  /** 0 … 1 of the file sent, 1 while the rest of it is read; null while nothing is sent. */
  fraction: number | null;
  reply: Reply | undefined;
  send: (file: File) => void;
  cancel: () => void;
}

type UploadState = Pick<Upload, "fraction" | "reply">;
type UploadStep =
  { did: "send" } | { did: "progress"; fraction: number } | { did: "end"; reply: Reply };

/** A step of an upload; progress that comes in after its end changes nothing. */
export function afterUploadStep(state: UploadState, step: UploadStep): UploadState {
  switch (step.did) {
    case "send":
      return { fraction: 0, reply: undefined };
    case "progress":
      return state.fraction === null ? state : { ...state, fraction: step.fraction };
    case "end":
      return { fraction: null, reply: step.reply };
  }
}

/** What the server answered in its own words; null where the answer is not one of ours. */
function replyIn(body: string): Reply | null {
  try {
    const said = JSON.parse(body) as Partial<Reply> | null;
    return typeof said?.ok === "boolean" && typeof said.message === "string"
      ? (said as Reply)
      : null;
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

/**
 * Sends a large file piece by piece, with progress; it can be called off, and then nothing is kept.
 */
export function useUpload(address: string): Upload {
  const [state, step] = useReducer(afterUploadStep, { fraction: null, reply: undefined });
  const request = useRef<XMLHttpRequest | null>(null);
  const { revalidate } = useRevalidator();
  const send = useCallback(
    (file: File) => {
      const xhr = new XMLHttpRequest();
      request.current = xhr;
      step({ did: "send" });
      const end = (ok: boolean, message: string) => {
        request.current = null;
        step({ did: "end", reply: { ok, message, at: Date.now() } });
      };
      xhr.upload.onprogress = (event) =>
        step({
          did: "progress",
          fraction: event.lengthComputable ? event.loaded / event.total : 0,
        });
      xhr.onload = () => {
        const said = replyIn(xhr.responseText)?.message;
        if (xhr.status === 200) end(true, said ?? SCAN_TEXTS.wasRead(file.name));
        else end(false, said ?? SCAN_TEXTS.wasNotReadTheDay(file.name));
        void revalidate();
      };
      xhr.onerror = () => end(false, SCAN_TEXTS.didNotArriveTheDay(file.name));
      xhr.onabort = () => end(true, SCAN_TEXTS.stoppedNothingOfWasSaved(file.name));
      xhr.open("POST", address);
      xhr.setRequestHeader("content-type", "application/octet-stream");
      xhr.setRequestHeader("x-file-name", encodeURIComponent(file.name));
      xhr.send(file);
    },
    [address, revalidate],
  );
  const cancel = useCallback(() => request.current?.abort(), []);
  return { ...state, send, cancel };
}
