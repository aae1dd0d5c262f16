import { useState } from "react";
import { capital, count } from "~/contract/messages/format";
import { BAND_WORDS, SET_KIND_WORDS } from "~/contract/messages/kit";
import { KIT_TEXTS } from "~/contract/messages/screens/kit";
import { listsErrorWords } from "~/contract/messages/unitNumber";
import { presets } from "~/core/devices/tuning";
import { parseLists } from "~/core/kit/lists";
import { parseTuning } from "~/core/kit/modelText";
import { SELF_CHOOSING_BANDS } from "~/core/kit/selfChoosingBands";
import {
  codesFrom,
  SET_KIND_OF,
  SET_KINDS,
  type SetAnswers,
  type SetKindId,
  type SetTuning,
} from "~/core/kit/typicalSets";
import { parseFrequencyText } from "~/core/units/frequencyText";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { AreaField, NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";

/** As many of one set as go in at once. */
const MAX_UNITS = 60;

const KINDS = SET_KINDS.map((id) => ({ id, label: SET_KIND_WORDS[id] }));
const BANDS = SELF_CHOOSING_BANDS.map(({ id }) => ({ id, label: BAND_WORDS[id] }));

const good = (where: SetTuning) => ({ where });
const wrong = (why: string) => ({ why });

/** Where a set tunes, read from what was typed in the form of its kind. */
function readWhere(
  kind: SetKindId,
  text: string,
  band: (typeof SELF_CHOOSING_BANDS)[number]["id"],
): { where: SetTuning } | { why: string } {
  switch (SET_KIND_OF[kind].asks) {
    case "range": {
      const read = parseTuning(text);
      return read.ok && read.value.length > 0
        ? good({ tuning: read.value, banks: [] })
        : wrong(KIT_TEXTS.rangeHint);
    }
    case "lists": {
      const read = parseLists(text);
      if (!read.ok) return wrong(`${capital(listsErrorWords(read.error))}.`);
      const all = read.value.flatMap((b) => b.frequenciesHz);
      return all.length === 0
        ? wrong(KIT_TEXTS.listsHint)
        : good({ tuning: presets(all), banks: read.value });
    }
    case "block-start": {
      const read = parseFrequencyText(text);
      return read.ok ? good(codesFrom(read.value)) : wrong(KIT_TEXTS.blockStart);
    }
    case "presets": {
      const read = parseLists(`1: ${text}`);
      return read.ok && read.value[0]
        ? good({ tuning: presets(read.value[0].frequenciesHz), banks: read.value })
        : wrong(KIT_TEXTS.presets);
    }
    case "band": {
      const found = SELF_CHOOSING_BANDS.find((b) => b.id === band);
      if (!found) return wrong(KIT_TEXTS.band);
      const { id: _, ...adaptive } = found;
      return good({ adaptive });
    }
  }
}

/** A set of a typical kind: maker, model and where it tunes are asked, the rest is usual. */
export function SetForm({ isBusy, onAdd }: { isBusy: boolean; onAdd: (set: SetAnswers) => void }) {
  const [kind, setKind] = useState<SetKindId>("camera");
  const [maker, setMaker] = useState("");
  const [name, setName] = useState("");
  const [block, setBlock] = useState("");
  const [where, setWhere] = useState("");
  const [band, setBand] = useState(SELF_CHOOSING_BANDS[0]?.id ?? "2.4");
  const [receivers, setReceivers] = useState(1);
  const [packs, setPacks] = useState(1);
  const [error, setError] = useState<string | null>(null);
  const { asks, packsPerReceiver } = SET_KIND_OF[kind];
  const choose = (id: SetKindId) => {
    setKind(id);
    setError(null);
    if (SET_KIND_OF[id].asks !== asks) setWhere("");
    setPacks(receivers * SET_KIND_OF[id].packsPerReceiver);
  };
  const add = () => {
    const read = readWhere(kind, where, band);
    if ("why" in read) {
      setError(read.why);
      return;
    }
    onAdd({
      kind,
      maker: maker.trim(),
      name: name.trim(),
      block: asks === "band" ? null : block.trim() || null,
      where: read.where,
      receivers,
      packs,
    });
    setError(null);
    setWhere("");
    setName("");
    setBlock("");
  };
  const typed = (text: string) => {
    setWhere(text);
    setError(null);
  };
  return (
    <section aria-label={KIT_TEXTS.addASet}>
      <Heading>{KIT_TEXTS.addASet}</Heading>
      <Stack $gapPx={10}>
        <Row style={{ alignItems: "end" }}>
          <SelectField label={KIT_TEXTS.kindOfSet} choices={KINDS} value={kind} onChange={choose} />
          <TextField label={KIT_TEXTS.maker} value={maker} onChange={setMaker} widthCh={14} />
          <TextField
            label={KIT_TEXTS.nameOnThePlate}
            value={name}
            onChange={setName}
            widthCh={16}
          />
          {asks !== "band" && (
            <TextField
              label={KIT_TEXTS.blockIfNamed}
              value={block}
              onChange={setBlock}
              widthCh={6}
            />
          )}
          {asks === "range" && (
            <TextField
              label={KIT_TEXTS.range}
              value={where}
              onChange={typed}
              error={error}
              widthCh={24}
              placeholder="470–542"
            />
          )}
          {asks === "block-start" && (
            <TextField
              label={KIT_TEXTS.blockStart}
              value={where}
              onChange={typed}
              error={error}
              widthCh={9}
              inputMode="decimal"
              placeholder="537.6"
            />
          )}
          {asks === "presets" && (
            <TextField
              label={KIT_TEXTS.presets}
              value={where}
              onChange={typed}
              error={error}
              widthCh={30}
              placeholder="863.1 863.5 864.1 864.9"
            />
          )}
          {asks === "band" && (
            <SelectField label={KIT_TEXTS.band} choices={BANDS} value={band} onChange={setBand} />
          )}
        </Row>
        {asks === "lists" && (
          <AreaField
            label={KIT_TEXTS.listsOf}
            hint={KIT_TEXTS.listsHint}
            rows={4}
            value={where}
            onChange={typed}
            error={error}
          />
        )}
        <Row style={{ alignItems: "end" }}>
          <NumberField
            label={KIT_TEXTS.receivers}
            value={receivers}
            onChange={(n) => {
              setReceivers(n);
              setPacks(n * packsPerReceiver);
            }}
            min={0}
            max={MAX_UNITS}
            step={1}
            unit=""
          />
          <NumberField
            label={KIT_TEXTS.packs}
            value={packs}
            onChange={setPacks}
            min={0}
            max={2 * MAX_UNITS}
            step={1}
            unit=""
          />
          <PrimaryButton
            isDisabled={isBusy || receivers + packs === 0}
            why={maker.trim() === "" || name.trim() === "" ? KIT_TEXTS.typeMakerAndModel : null}
            onPress={add}
          >
            {KIT_TEXTS.addSet(count(receivers, "receiver"), count(packs, "pack"))}
          </PrimaryButton>
        </Row>
        <Soft as="p">
          {asks === "range"
            ? `${KIT_TEXTS.rangeHint}. ${KIT_TEXTS.usualFigures}`
            : KIT_TEXTS.usualFigures}
        </Soft>
      </Stack>
    </section>
  );
}
