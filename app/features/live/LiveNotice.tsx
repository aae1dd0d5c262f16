import styled from "styled-components";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import { Notice } from "~/app/ui/Notice/Notice";
import type { LiveState } from "./useLive";
import { useOutbox } from "./outbox";

/** Told while the cart cannot be reached, and until everything that was seen meanwhile is there. */
export function LiveNotice({ dayId, state }: { dayId: number; state: LiveState }) {
  const { waiting, setAside } = useOutbox(dayId);
  if (setAside.length > 0 && state === "live")
    return (
      <Space>
        <Notice kind="refused">
          {FEATURES_TEXTS.thatYouSawCouldNot(
            setAside.length === 1
              ? FEATURES_TEXTS.oneThing
              : FEATURES_TEXTS.things(setAside.length),
            setAside.length === 1 ? "was" : "were",
          )}
        </Notice>
      </Space>
    );
  const kept =
    waiting.length === 0
      ? ""
      : waiting.length === 1
        ? FEATURES_TEXTS.oneThingThatYouSaw
        : FEATURES_TEXTS.thingsThatYouSawWait(waiting.length);
  if (state === "sent-away")
    return (
      <Space>
        <Notice kind="refused">{FEATURES_TEXTS.thisPhoneWasDisconnected(kept)}</Notice>
      </Space>
    );
  if (state === "away")
    return (
      <Space>
        <Notice kind="caution">{FEATURES_TEXTS.noConnectionToTheCart(kept)}</Notice>
      </Space>
    );
  return waiting.length > 0 ? (
    <Space>
      <Notice kind="caution">{FEATURES_TEXTS.sending(kept)}</Notice>
    </Space>
  ) : null;
}

const Space = styled.div`
  padding-bottom: 14px;
`;
