import styled from "styled-components";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { settingStepWords } from "~/contract/messages/setting";
import { packModel, receiverModel } from "~/core/kit/models";
import { settingSteps } from "~/core/kit/settingSteps";
import { Soft } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";

/** How its two ends are set, step by step, and what their makers say. */
export function Steps({ view, channel: c }: { view: DayView; channel: ChannelView }) {
  const [receiver, pack] = [
    receiverModel(view.kit, c.receiverModelId),
    packModel(view.kit, c.packModelId),
  ];
  const frequencyHz =
    c.meets === "adaptive"
      ? null
      : "frequencyHz" in c.state.frequency
        ? c.state.frequency.frequencyHz
        : undefined;
  if (c.meets === "never" || frequencyHz === undefined) return null;
  const steps = settingSteps(receiver, pack, frequencyHz);
  return (
    <StepColumns>
      {(
        [
          [c.receiverLabel, steps.receiver, receiver.note],
          [c.packLabel, steps.pack, pack.note],
        ] as const
      ).map(([label, list, note]) => (
        <div key={label}>
          <b>{label}</b>
          <ol>
            {list.map((s) => (
              <li key={s.code}>{settingStepWords(s)}</li>
            ))}
          </ol>
          {note && <Soft as="p">{note}</Soft>}
        </div>
      ))}
    </StepColumns>
  );
}

const StepColumns = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 24px;
  padding: 6px 0 8px;
  font-size: var(--text);
  line-height: 1.4;
  ol {
    padding-left: 20px;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
