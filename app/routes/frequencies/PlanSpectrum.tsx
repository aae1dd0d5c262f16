import { defined } from "~/core/units/items";
import { useMemo, useState } from "react";
import styled from "styled-components";
import { askedPlaceWords } from "~/contract/messages/words";
import {
  askHintWords,
  PICK_PICTURE,
  pickPictureLabel,
  putHereWords,
} from "~/contract/messages/frequencies";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import type { JudgedPick } from "~/core/coordination/explaining/judge";
import type { PickReason } from "~/core/coordination/explaining/explainPick";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { formatMhz } from "~/core/units/frequencyText";
import { SpectrumChart } from "~/app/charts/spectrum/SpectrumChart";
import type { SpectrumData } from "~/app/charts/spectrum/spectrumLayout";
import type { View } from "~/app/charts/spectrum/view";
import { useFullPicture } from "~/app/features/air/useFullPicture";
import { Button } from "~/app/ui/Button/Button";
import { Figure, Row, Soft } from "~/app/ui/Page/Page";
import { type ShownSet } from "./pickModel";

interface PlanSpectrumProps {
  /** Air, law and limits; flags and roots come from the set. */
  air: SpectrumData;
  shown: ShownSet;
  markOf: (channelId: number) => string;
  nameOf: (id: string) => string;
  view: View | null;
  onView: (view: View | null) => void;
  heldId: number | null;
  onHold: (channelId: number) => void;
  /** A channel taken somewhere, not yet put; null: back where it was. */
  onTry: (asked: { channelId: number; frequencyHz: number; isDragged: boolean } | null) => void;
  onPut: (channelId: number, frequencyHz: number) => void;
  /** What was found of the place that is tried. */
  tried: JudgedPick | null;
  standing: PickReason | null;
}

/** The spectrum with our carriers on it: any can be taken along, any place asked about. */
export function PlanSpectrum({
  air,
  shown,
  markOf,
  nameOf,
  view,
  onView,
  heldId,
  onHold,
  onTry,
  onPut,
  tried,
  standing,
}: PlanSpectrumProps) {
  const [cursorHz, setCursorHz] = useState<number | null>(null);
  const [asks, setAsks] = useState(0);
  const put = (channelId: number, frequencyHz: number) => {
    setAsks((n) => n + 1);
    setCursorHz(null);
    onPut(channelId, frequencyHz);
  };
  const data = useMemo<SpectrumData>(
    () => ({
      ...air,
      roots: shown.roots,
      flags: [
        ...shown.picks.map((p) => ({
          id: carrierId(p.channelId),
          mark: markOf(p.channelId),
          name: nameOf(carrierId(p.channelId)),
          frequencyHz: p.frequencyHz,
          kind: "own" as const,
          isWrong: p.broken.length > 0,
        })),
        ...shown.spares.map((s) => ({
          id: `spare${s.frequencyHz}`,
          mark: "sp",
          frequencyHz: s.frequencyHz,
          kind: "spare" as const,
        })),
      ],
    }),
    [air, shown, markOf, nameOf],
  );
  const idOf = (id: string) => Number(id.slice(2));
  const moving = {
    heldId: heldId === null ? null : carrierId(heldId),
    onHold: (id: string) => onHold(idOf(id)),
    onMove: (id: string, frequencyHz: number) =>
      onTry({ channelId: idOf(id), frequencyHz, isDragged: true }),
    onDrop: (id: string, frequencyHz: number) => put(idOf(id), frequencyHz),
    asks,
    onCancel: () => onTry(null),
    onCursor: (frequencyHz: number | null) => {
      setCursorHz(frequencyHz);
      if (heldId !== null)
        onTry(frequencyHz === null ? null : { channelId: heldId, frequencyHz, isDragged: false });
    },
  };
  const held = heldId === null ? null : nameOf(carrierId(heldId));
  return (
    <>
      <SpectrumChart
        data={data}
        {...useFullPicture()}
        view={view}
        onView={onView}
        moving={moving}
        label={pickPictureLabel(
          shown.picks.map((p) => `${nameOf(carrierId(p.channelId))} ${formatMhz(p.frequencyHz)}`),
          held,
        )}
      />
      <Asked aria-live="polite">
        {held === null ? (
          <Soft>{PICK_PICTURE.nothing}</Soft>
        ) : tried ? (
          <Row>
            <span>
              <b>{held}</b> {FREQUENCIES_TEXTS.at} <Figure>{formatMhz(tried.frequencyHz)}</Figure>:{" "}
              {askedPlaceWords(tried, standing, nameOf)}.
            </span>
            {cursorHz !== null && (
              <Button onPress={() => put(defined(heldId), tried.frequencyHz)}>
                {putHereWords(held)}
              </Button>
            )}
          </Row>
        ) : (
          <Soft>{askHintWords(held)}</Soft>
        )}
      </Asked>
    </>
  );
}

const Asked = styled.div`
  min-height: var(--target);
  display: flex;
  align-items: center;
  font-size: var(--text);
  line-height: 1.35;
`;
