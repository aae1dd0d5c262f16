import { useState } from "react";
import styled from "styled-components";
import { micPlaceEffect } from "~/core/audio/micPlace";
import { formatDb } from "~/contract/messages/format";
import { micPlaceWords } from "~/contract/messages/level";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
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
    <section aria-label={LEVEL_TEXTS.microphonesPlace}>
      <Heading>{LEVEL_TEXTS.whereTheMicrophoneSits}</Heading>
      <Stack $gapPx={8}>
        <Split2>
          <MicPlaceChart belowM={belowM} turnDeg={turnDeg} verdict={effect.verdict} />
          <Stack $gapPx={8}>
            <p>{micPlaceWords(effect)}</p>
            <Soft as="p">{LEVEL_TEXTS.lowerTheHeadUntil}</Soft>
            <p>
              {hasSpeakers === "yes"
                ? pattern === "cardioid"
                  ? LEVEL_TEXTS.loudspeakersInTheRoom
                  : LEVEL_TEXTS.loudspeakersInTheRoomAnOmni
                : pattern === "omni"
                  ? LEVEL_TEXTS.noLoudspeakersAnOmni
                  : LEVEL_TEXTS.noLoudspeakersAnOmniForgives}
            </p>
          </Stack>
        </Split2>
        <Settings>
          <SliderField
            label={LEVEL_TEXTS.belowTheChinsPoint}
            value={belowM}
            min={-0.05}
            max={0.3}
            step={0.01}
            valueText={LEVEL_TEXTS.cm(Math.round(belowM * 100)).replace("-", "−")}
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
            label={LEVEL_TEXTS.headTurned}
            value={turnDeg}
            min={0}
            max={90}
            step={5}
            valueText={`${turnDeg}°`}
            onChange={setTurnDeg}
          />
          {pattern === "cardioid" && (
            <SliderField
              label={LEVEL_TEXTS.pointsPastTheMouth}
              value={aimOffDeg}
              min={0}
              max={180}
              step={5}
              valueText={`${aimOffDeg}°, ${formatDb(Math.round((micPlaceEffect({ belowChinPointM: belowM, turnDeg, pattern, aimOffDeg }).levelDb - micPlaceEffect({ belowChinPointM: belowM, turnDeg, pattern, aimOffDeg: 0 }).levelDb) * 10) / 10)}`}
              onChange={setAimOffDeg}
            />
          )}
          <SelectField
            label={LEVEL_TEXTS.liveLoudspeakers}
            value={hasSpeakers}
            onChange={setSpeakers}
            choices={[
              { id: "no", label: LEVEL_TEXTS.noneInTheRoom },
              { id: "yes", label: LEVEL_TEXTS.inTheRoom },
            ]}
          />
        </Settings>
        <Soft as="p">{LEVEL_TEXTS.aCapsuleWithAnOpen}</Soft>
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
