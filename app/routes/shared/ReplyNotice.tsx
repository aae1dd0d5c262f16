import { Notice } from "../../ui/Notice/Notice";
import type { Reply } from "./reply";

export function ReplyNotice({ reply }: { reply: Reply | undefined }) {
  if (!reply?.message) return null;
  return <Notice kind={reply.ok ? "said" : "refused"}>{reply.message}</Notice>;
}
