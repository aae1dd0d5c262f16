import { useState } from "react";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { getPreparation } from "~/server/services/prep/preparation.server";
import { capital, count } from "~/contract/messages/format";
import { packingWords } from "~/contract/messages/prep";
import { shownAs } from "~/core/kit/modelText";
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
  { id: "tape-12", label: "tape, 12 mm", detail: "one line on each" },
  { id: "tape-24", label: "tape, 24 mm", detail: "two lines" },
  { id: "sheet", label: "sheet, 70 × 36 mm", detail: "three across" },
];

/** Labels that can be read without power, two for each pair, and the packing list. */
export default function LabelsScreen({ loaderData: prep }: Route.ComponentProps) {
  const view = useDay();
  const [size, setSize] = useState<Size>("sheet");
  const [hasPacking, setPacking] = useState(true);
  const unpicked = view.channels.filter(
    (c) => !view.plan?.picks.some((p) => p.channelId === c.id),
  ).length;
  const labels = view.channels.flatMap((c) => {
    const frequencyHz = pickedHz(view.plan, c.id);
    const pack = packModel(view.kit, c.packModelId);
    const receiver = receiverModel(view.kit, c.receiverModelId);
    const half = receiver.halves > 1 ? ` half ${c.half + 1}` : "";
    const shown = frequencyHz === null ? null : shownAs(pack, frequencyHz);
    const common = {
      number: c.number,
      talker: c.talker,
      mark: c.mark,
      mhz:
        frequencyHz === null
          ? ""
          : `${formatMhz(frequencyHz)}${shown ? ` · ${shown.kind} ${shown.text}` : ""}`,
    };
    return [
      {
        ...common,
        key: `${c.id}p`,
        unit: c.packLabel,
        block: pack.block,
        power: `${c.packPowerMw} mW`,
        isPack: true,
      },
      {
        ...common,
        key: `${c.id}r`,
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
        <Answer>{`${capital(count(labels.length, "label"))} for ${count(view.channels.length, "pair")}`}</Answer>
        <Sub>
          {unpicked === 0
            ? `Frequencies of plan ${view.plan?.version}.`
            : view.plan
              ? `${capital(count(unpicked, "channel"))} without a frequency yet: that line stays empty to write on.`
              : "No frequencies picked yet: that line stays empty to write on."}{" "}
          Talent is shown at most the mute, never the power.
        </Sub>
        <Row style={{ marginTop: 14 }}>
          <PrimaryButton onPress={() => window.print()}>Print</PrimaryButton>
          <SelectField label="Size" isLabelHidden choices={SIZES} value={size} onChange={setSize} />
          <SwitchField isSelected={hasPacking} onChange={setPacking}>
            with the packing list
          </SwitchField>
        </Row>
        {view.channels.map((c) => (
          <LegalFlag key={c.id} legality={c.legality} unit={c.packLabel} />
        ))}
      </NotPrinted>
      <Labels data-size={size} aria-label="Labels">
        {labels.map((l) => (
          <li
            key={l.key}
            style={{ borderLeftColor: tapeOf(view.kit, l.block)?.colour ?? "currentColor" }}
          >
            <b>{`${l.number} ${l.talker}`}</b>
            <i>{l.mhz || "___.___"}</i>
            <span>
              {l.block === null
                ? l.unit
                : `${l.unit} · block ${l.block}, ${tapeOf(view.kit, l.block)?.tape ?? "no"} tape`}
            </span>
            {l.isPack && <span>{`${l.power} · cells ____:____`}</span>}
          </li>
        ))}
      </Labels>
      {hasPacking && (
        <section>
          <Heading>Packing list</Heading>
          <Table>
            <thead>
              <tr>
                <th>What</th>
                <th>Needed</th>
                <th>In the case</th>
                <th>Packed</th>
              </tr>
            </thead>
            <tbody>
              {prep.packing.map((l) => (
                <tr key={`${l.what}${l.detail}`}>
                  <th scope="row">
                    {packingWords(l)} {l.detail && <Soft>{l.detail}</Soft>}
                  </th>
                  <td data-label="Needed">
                    <Figure>{l.needed}</Figure>
                  </td>
                  <td data-label="In the case">
                    {l.have === null ? (
                      <Soft>not counted</Soft>
                    ) : l.have < l.needed ? (
                      <Status status="problem">{`${l.have}, ${l.needed - l.have} short`}</Status>
                    ) : (
                      <Figure>{l.have}</Figure>
                    )}
                  </td>
                  <td data-label="Packed">
                    <Box aria-hidden />
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <Soft as="p">
            Pins and pronged clips scratch: show them, mind skin and children. Never mix or charge
            primary cells; watch a hot or swollen lithium pack.
          </Soft>
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
