import styled from "styled-components";
import { Notice } from "~/app/ui/Notice/Notice";
import type { LiveState } from "./useLive";
import { useOutbox } from "./outbox";

/** Told while the cart cannot be reached, and until everything that was seen meanwhile is there. */
export function LiveNotice({ dayId, state }: { dayId: number; state: LiveState }) {
  const { waiting, setAside } = useOutbox(dayId);
  if (setAside.length > 0 && state === "live")
    return (
      <Space>
        <Notice kind="refused">{`${setAside.length === 1 ? "One thing" : `${setAside.length} things`} that you saw could not be read at the cart and ${setAside.length === 1 ? "was" : "were"} set aside; everything else went through. See the channel again, and tick it anew.`}</Notice>
      </Space>
    );
  const kept =
    waiting.length === 0
      ? ""
      : waiting.length === 1
        ? " One thing that you saw waits here."
        : ` ${waiting.length} things that you saw wait here.`;
  if (state === "sent-away")
    return (
      <Space>
        <Notice kind="refused">{`This phone was sent away: it shows the day as it was.${kept} To come back in, ask at the cart for the code, and open /join.`}</Notice>
      </Space>
    );
  if (state === "away")
    return (
      <Space>
        <Notice kind="caution">{`The cart cannot be reached. What you see and tick is kept here and sent when it is back; units cannot be set meanwhile.${kept}`}</Notice>
      </Space>
    );
  return waiting.length > 0 ? (
    <Space>
      <Notice kind="caution">{`Sending:${kept}`}</Notice>
    </Space>
  ) : null;
}

const Space = styled.div`
  padding-bottom: 14px;
`;
