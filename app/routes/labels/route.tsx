import { useState } from "react";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { getPreparation } from "~/server/services/prep/preparation.server";
import { capital, count } from "~/contract/messages/format";
import { packingDetail, packingWords } from "~/contract/messages/prep";
import { LABELS_TEXTS } from "~/contract/messages/screens/labels";
import { type Numbered, shownAs } from "~/core/kit/unitNumber";
import { packModel, receiverModel, tapeOf } from "~/core/kit/models";
import { formatMhz } from "~/core/units/frequencyText";
import { pickedHz } from "~/core/channel/pickedFrequency";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { SelectField, SwitchField } from "~/app/ui/Field/Field";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { MONO } from "~/app/ui/theme/theme";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { useDay } from "~/app/routes/shared/useDay";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getPreparation(context.app, dayIdOf(params)));
}

type Size = "tape-12" | "tape-24" | "sheet";
const SIZES: { id: Size; label: string; detail: string }[] = [
  { id: "tape-12", label: LABELS_TEXTS.tape12Mm, detail: LABELS_TEXTS.oneLineOnEach },
  { id: "tape-24", label: LABELS_TEXTS.tape24Mm, detail: LABELS_TEXTS.twoLines },
  { id: "sheet", label: LABELS_TEXTS.sheet7036Mm, detail: LABELS_TEXTS.threeAcross },
];

/** Labels that can be read without power, two for each pair, and the packing list. */
export default function LabelsScreen({ loaderData: prep }: Route.ComponentProps) {
  const view = useDay();
  const [size, setSize] = useState<Size>("sheet");
  const [hasPacking, setPacking] = useState(true);
  const unpicked = view.channels.filter(
    (c) => c.meets !== "adaptive" && !view.plan?.picks.some((p) => p.channelId === c.id),
  ).length;
  const labels = view.channels.flatMap((c) => {
    const frequencyHz = pickedHz(view.plan, c.id);
    const pack = packModel(view.kit, c.packModelId);
    const receiver = receiverModel(view.kit, c.receiverModelId);
    const half = receiver.halves > 1 ? LABELS_TEXTS.half(c.half + 1) : "";
    const shows = (model: Numbered): string => {
      if (c.meets === "adaptive") return LABELS_TEXTS.automatic;
      if (frequencyHz === null) return "";
      const shown = shownAs(model, frequencyHz);
      return `${formatMhz(frequencyHz)}${shown ? LABELS_TEXTS.text(shown.kind, shown.text) : ""}`;
    };
    const common = {
      number: c.number,
      talker: c.talker,
      mark: c.mark,
    };
    return [
      {
        ...common,
        key: `${c.id}p`,
        mhz: shows(pack),
        unit: c.packLabel,
        block: pack.block,
        power: LABELS_TEXTS.mw(c.packPowerMw),
        isPack: true,
      },
      {
        ...common,
        key: `${c.id}r`,
        mhz: shows(receiver),
        unit: `${c.receiverLabel}${half}`,
        block: receiver.block,
        power: "",
        isPack: false,
      },
    ];
  });
  return (
    <Stack $gapPx={20}>
      <NotPrinted>
        <Answer>
          {LABELS_TEXTS.for(
            capital(count(labels.length, "label")),
            count(view.channels.length, "pair"),
          )}
        </Answer>
        <Sub>
          {LABELS_TEXTS.talentIsShownAtMost(
            unpicked === 0
              ? LABELS_TEXTS.frequenciesOfPlan(view.plan?.version ?? "")
              : view.plan
                ? LABELS_TEXTS.withoutAFrequencyThatLine(capital(count(unpicked, "channel")))
                : LABELS_TEXTS.noFrequenciesYetThatLine,
          )}
        </Sub>
        <Row style={{ marginTop: 14 }}>
          <PrimaryButton onPress={() => window.print()}>{LABELS_TEXTS.print}</PrimaryButton>
          <SelectField
            label={LABELS_TEXTS.size}
            isLabelHidden
            choices={SIZES}
            value={size}
            onChange={setSize}
          />
          <SwitchField isSelected={hasPacking} onChange={setPacking}>
            {LABELS_TEXTS.withThePackingList}
          </SwitchField>
        </Row>
        {view.channels.map((c) => (
          <LegalFlag key={c.id} legality={c.legality} unit={c.packLabel} />
        ))}
      </NotPrinted>
      <Labels data-size={size} aria-label={LABELS_TEXTS.labels}>
        {labels.map((l) => (
          <li
            key={l.key}
            style={{ borderLeftColor: tapeOf(view.kit, l.block)?.colour ?? "currentColor" }}
          >
            <b>{`${l.number} ${l.talker}`}</b>
            <i>{l.mhz || LABELS_TEXTS.toWriteOn}</i>
            <span>
              {l.block === null
                ? l.unit
                : LABELS_TEXTS.blockTape(l.unit, l.block, tapeOf(view.kit, l.block)?.tape ?? "no")}
            </span>
            {l.isPack && <span>{LABELS_TEXTS.batteries(l.power)}</span>}
          </li>
        ))}
      </Labels>
      {hasPacking && (
        <section>
          <Heading>{LABELS_TEXTS.packingList}</Heading>
          <Table>
            <thead>
              <tr>
                <th>{LABELS_TEXTS.what}</th>
                <th>{LABELS_TEXTS.needed}</th>
                <th>{LABELS_TEXTS.inTheKit}</th>
                <th>{LABELS_TEXTS.packed}</th>
              </tr>
            </thead>
            <tbody>
              {prep.packing.map((l, i) => (
                <tr key={i}>
                  <th scope="row">
                    {packingWords(l)} <Soft>{packingDetail(l)}</Soft>
                  </th>
                  <td data-label={LABELS_TEXTS.needed}>
                    <Figure>{l.needed}</Figure>
                  </td>
                  <td data-label={LABELS_TEXTS.inTheKit}>
                    {l.have === null ? (
                      <Soft>{LABELS_TEXTS.notCounted}</Soft>
                    ) : l.have < l.needed ? (
                      <Status status="problem">
                        {LABELS_TEXTS.short(l.have, l.needed - l.have)}
                      </Status>
                    ) : (
                      <Figure>{l.have}</Figure>
                    )}
                  </td>
                  <td data-label={LABELS_TEXTS.packed}>
                    <Box aria-hidden />
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <Soft as="p">{LABELS_TEXTS.pinsAndProngedClipsScratch}</Soft>
        </section>
      )}
    </Stack>
  );
}

const NotPrinted = styled.div`
  @media print {
    display: none;
  }
`;
const Box = styled.span`
  display: inline-block;
  width: 20px;
  height: 20px;
  border: 1.5px solid var(--ink);
`;
const Labels = styled.ul`
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 3mm;
  color: #000;
  li {
    background: #fff;
    border: 0.3mm solid #666;
    border-left: 4mm solid;
    overflow: hidden;
    display: flex;
    flex-wrap: wrap;
    align-content: center;
    column-gap: 3mm;
    padding: 0.5mm 2mm;
    line-height: 1.15;
    break-inside: avoid;
  }
  b {
    font-size: 4.4mm;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    max-width: 100%;
  }
  i {
    font: 700 5mm ${MONO};
  }
  span {
    font-size: 3mm;
    white-space: nowrap;
  }
  &[data-size="tape-12"] li {
    height: 12mm;
    width: 84mm;
    align-items: baseline;
    b {
      max-width: 40mm;
    }
  }
  &[data-size="tape-24"] li {
    height: 24mm;
    width: 84mm;
  }
  &[data-size="sheet"] {
    gap: 0;
  }
  &[data-size="sheet"] li {
    width: 70mm;
    height: 36mm;
    flex-direction: column;
    flex-wrap: nowrap;
    justify-content: center;
    row-gap: 0.6mm;
  }
`;
