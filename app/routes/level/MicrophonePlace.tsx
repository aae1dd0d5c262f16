import { useState } from "react";
import styled from "styled-components";
import { micPlaceEffect } from "~/core/audio/micPlace";
import { formatDb } from "~/contract/messages/format";
import { micPlaceWords } from "~/contract/messages/level";
import { SelectField, SliderField } from "~/app/ui/Field/Field";
import { Heading, Soft, Stack } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { MicPlaceChart } from "~/app/charts/micPlace/MicPlaceChart";

/** Where on the chest, and what height, a turned head and the pattern do. */
export function MicrophonePlace({
  pattern,
  distanceM,
  onDistance,
}: {
  pattern: "omni" | "cardioid";
  distanceM: number;
  onDistance: (m: number) => void;
}) {
  const [belowM, setBelowM] = useState(() =>
    Math.max(-0.05, Math.min(0.3, Math.sqrt(Math.max(0, distanceM ** 2 - 0.0049)) - 0.13)),
  );
  const [turnDeg, setTurnDeg] = useState(0);
  const [aimOffDeg, setAimOffDeg] = useState(0);
  const [hasSpeakers, setSpeakers] = useState<"no" | "yes">("no");
  const effect = micPlaceEffect({ belowChinPointM: belowM, turnDeg, pattern, aimOffDeg });
  return (
    <section aria-label="Microphone’s place">
      <Heading>Where the microphone sits</Heading>
      <Stack $gapPx={8}>
        <Split2>
          <MicPlaceChart belowM={belowM} turnDeg={turnDeg} verdict={effect.verdict} />
          <Stack $gapPx={8}>
            <p>{micPlaceWords(effect)}</p>
            <Soft as="p">
              Lower the head until the jaw meets the chest: the place is just below that point. Hear
              it high, right, low, and with the head turned.
            </Soft>
            <p>
              {hasSpeakers === "yes"
                ? pattern === "cardioid"
                  ? "Loudspeakers in the room: the cardioid is right; its closed back towards them."
                  : "Loudspeakers in the room: an omni howls sooner, worst with soft voices. Take a cardioid, and aim it."
                : pattern === "omni"
                  ? "No loudspeakers: the omni is right. It may sit turned, even upside down."
                  : "No loudspeakers: an omni would forgive being turned, and has no boom near by."}
            </p>
          </Stack>
        </Split2>
        <Settings>
          <SliderField
            label="Below the chin’s point"
            value={belowM}
            min={-0.05}
            max={0.3}
            step={0.01}
            valueText={`${Math.round(belowM * 100)} cm`.replace("-", "−")}
            onChange={(m) => {
              setBelowM(m);
              onDistance(
                Math.round(
                  micPlaceEffect({ belowChinPointM: m, turnDeg: 0, pattern, aimOffDeg: 0 })
                    .distanceM * 100,
                ) / 100,
              );
            }}
          />
          <SliderField
            label="Head turned"
            value={turnDeg}
            min={0}
            max={90}
            step={5}
            valueText={`${turnDeg}°`}
            onChange={setTurnDeg}
          />
          {pattern === "cardioid" && (
            <SliderField
              label="Points past the mouth"
              value={aimOffDeg}
              min={0}
              max={180}
              step={5}
              valueText={`${aimOffDeg}°, ${formatDb(Math.round((micPlaceEffect({ belowChinPointM: belowM, turnDeg, pattern, aimOffDeg }).levelDb - micPlaceEffect({ belowChinPointM: belowM, turnDeg, pattern, aimOffDeg: 0 }).levelDb) * 10) / 10)}`}
              onChange={setAimOffDeg}
            />
          )}
          <SelectField
            label="Live loudspeakers"
            value={hasSpeakers}
            onChange={setSpeakers}
            choices={[
              { id: "no", label: "none in the room" },
              { id: "yes", label: "in the room" },
            ]}
          />
        </Settings>
        <Soft as="p">
          An open back on the capsule: it is directional; a closed one: it hears all around. Pronged
          clips are sharp: points away from skin, mind children. Ask before you touch. Leave a loop
          of lead, so that a tug stops at the clip.
        </Soft>
      </Stack>
    </section>
  );
}

const Split2 = styled.div`
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 18px;
  align-items: start;
`;
