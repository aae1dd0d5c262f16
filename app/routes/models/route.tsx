import { defined, itemAt } from "~/core/units/items";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  dropModel,
  dropPart,
  getKit,
  type ModelOrigin,
  saveModel,
  savePart,
  undoModels,
} from "~/server/services/prep/kits.server";
import { REPLY } from "~/contract/messages/frame";
import { capital, count, formatRfLevel, listWords } from "~/contract/messages/format";
import { READOUT_WORDS, tuningWords } from "~/contract/messages/kit";
import { MODEL_SECTIONS, MODELS_TEXTS } from "~/contract/messages/screens/models";
import { unitsOf } from "~/core/kit/caseCheck";
import { sensitivityDbm } from "~/core/kit/setups";
import { modelName, type PackModel, type ReceiverModel } from "~/core/kit/models";
import { hzToSwitchCode, switchCodeToHz } from "~/core/kit/switchCode";
import { listsCsv } from "~/core/kit/lists";
import { freeModelId, slug } from "~/core/kit/typical";
import { formatMhz, parseFrequencyText } from "~/core/units/frequencyText";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { AreaField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Answer, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { modelIntents, type ModelIntent } from "./intents";
import type { ModelField } from "./fields/fieldKinds";
import { fieldsOf, SECTIONS, sectionOf, takeDraft } from "./modelForm";
import { Parts } from "./Parts";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getKit(context.app, dayIdOf(params)));
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, modelIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "save":
      return reply(
        await saveModel(app, dayId, {
          model: intent.model,
          expectedVersion: intent.expectedVersion,
        }),
        (name) => MODELS_TEXTS.isKept(name),
      );
    case "drop":
      return reply(await dropModel(app, dayId, intent), () => REPLY.removed);
    case "save-part":
      return reply(
        await savePart(app, dayId, { ...intent.part, expectedVersion: intent.expectedVersion }),
      );
    case "drop-part":
      return reply(await dropPart(app, dayId, intent), () => REPLY.removed);
    case "undo":
      return reply(
        await undoModels(app, dayId, intent.expectedVersion),
        () => MODELS_TEXTS.theModelsBeforeAreBack,
      );
  }
}

const ORIGINS: Record<ModelOrigin, string> = {
  ships: MODELS_TEXTS.shipsWithPlainChannelInvented,
  corrected: MODELS_TEXTS.correctedByYou,
  own: MODELS_TEXTS.yourOwn,
};

/**
 * Every receiver and pack model that is known, to look up, to correct, or to start one's own from.
 */
export default function ModelsScreen({ loaderData: view }: Route.ComponentProps) {
  const day = useDay();
  const { send, reply: answer, isBusy } = useIntent<ModelIntent>();
  const [params, setParams] = useSearchParams();
  const models = [...view.kit.receivers, ...view.kit.packs];
  const own = models.filter((m) => view.origins[m.id] !== "ships").length;
  const model =
    models.find((m) => m.id === params.get("model")) ??
    models.find((m) => m.id === view.units.items[0]?.modelId) ??
    itemAt(models, 0);
  const { version: expectedVersion, earlierVersion } = view.models;
  return (
    <Stack $gapPx={20}>
      <div>
        <Answer>
          {MODELS_TEXTS.known(
            capital(count(models.length, "model")),
            own > 0 ? MODELS_TEXTS.ofThemYours(own) : "",
          )}
        </Answer>
        <Sub>{MODELS_TEXTS.theModelsThatCome}</Sub>
      </div>
      <ReplyNotice reply={answer} />
      <Row style={{ alignItems: "end" }}>
        <SelectField
          label={MODELS_TEXTS.model}
          value={model.id}
          onChange={(id) => setParams({ model: id }, { replace: true, preventScrollReset: true })}
          choices={models.map((m) => ({
            id: m.id,
            label: `${m.kind === "receiver" ? "receiver" : "pack"} · ${modelName(m)}`,
            detail: tuningWords(m),
          }))}
        />
        {earlierVersion !== null && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "undo", expectedVersion })}
          >
            {MODELS_TEXTS.undoTheLastChange}
          </QuietButton>
        )}
        <Link to={`/day/${day.day.id}/kit`}>{MODELS_TEXTS.backToTheKit}</Link>
      </Row>
      <ModelSheet
        key={`${model.id}.${expectedVersion}`}
        model={model}
        origin={view.origins[model.id] ?? "ships"}
        inCase={unitsOf(view.units.items, model.id)}
        isBusy={isBusy}
        ids={models.map((m) => m.id)}
        onSave={(next) => {
          send({ intent: "save", model: next, expectedVersion });
          setParams({ model: next.id }, { replace: true, preventScrollReset: true });
        }}
        onDrop={() => send({ intent: "drop", id: model.id, expectedVersion })}
      />
      <Parts kit={view.kit} expectedVersion={expectedVersion} isBusy={isBusy} send={send} />
    </Stack>
  );
}

interface ModelSheetProps {
  model: ReceiverModel | PackModel;
  origin: ModelOrigin;
  inCase: string[];
  isBusy: boolean;
  ids: string[];
  onSave: (model: ReceiverModel | PackModel) => void;
  onDrop: () => void;
}

function ModelSheet({ model, origin, inCase, isBusy, ids, onSave, onDrop }: ModelSheetProps) {
  const [draft, setDraft] = useState<Record<string, string>>({});
  const { model: taken, errors } = takeDraft(model, draft);
  const isChanged = JSON.stringify(taken) !== JSON.stringify(model);
  const whyNotKept =
    Object.keys(errors).length > 0
      ? MODELS_TEXTS.correctTheMarkedFieldsFirst
      : isChanged
        ? null
        : MODELS_TEXTS.nothingWasChanged;
  const type = (id: string, text: string) => setDraft((d) => ({ ...d, [id]: text }));
  const field = (f: ModelField) => {
    const value = draft[f.id] ?? f.show(taken);
    return f.choices ? (
      <SelectField
        key={f.id}
        label={f.label}
        value={value}
        choices={f.choices}
        onChange={(v) => type(f.id, v)}
      />
    ) : (
      <Cell key={f.id} data-wide={f.isWide}>
        <TextField
          label={f.label}
          value={value}
          onChange={(v) => type(f.id, v)}
          error={errors[f.id] ?? null}
          widthCh={f.isWide ? 44 : 20}
        />
        {f.hint && <Soft>{f.hint}</Soft>}
      </Cell>
    );
  };
  const area = (f: ModelField) => (
    <AreaField
      key={f.id}
      label={f.label}
      hint={f.hint ?? ""}
      rows={defined(f.rows)}
      value={draft[f.id] ?? f.show(taken)}
      onChange={(v) => type(f.id, v)}
      error={errors[f.id] ?? null}
    />
  );
  return (
    <Stack $gapPx={16}>
      <Soft as="p">{`${capital(ORIGINS[origin])}. ${inCase.length > 0 ? MODELS_TEXTS.inTheKit(listWords(inCase)) : MODELS_TEXTS.none}${model.adaptive ? MODELS_TEXTS.it(tuningWords(model)) : ""}${taken.kind === "receiver" ? MODELS_TEXTS.itNeedsAtItsInput(formatRfLevel(sensitivityDbm(taken))) : ""}`}</Soft>
      {SECTIONS.map((section) => {
        const fields = fieldsOf(taken).filter((f) => sectionOf(f) === section);
        return (
          fields.length > 0 && (
            <section key={section}>
              <Heading>{MODEL_SECTIONS[section]}</Heading>
              <Settings>{fields.filter((f) => !f.rows).map(field)}</Settings>
              {fields.filter((f) => f.rows).map(area)}
              {section === "numbers" && (taken.banks ?? []).length > 0 && (
                <ListsFile model={taken} />
              )}
            </section>
          )
        );
      })}
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={whyNotKept}
          onPress={() => onSave({ ...taken, id: freeModelId(taken, ids) })}
        >
          {MODELS_TEXTS.saveAsANewModel}
        </PrimaryButton>
        <Button isDisabled={isBusy || whyNotKept !== null} onPress={() => onSave(taken)}>
          {origin === "own"
            ? MODELS_TEXTS.correct(modelName(model))
            : MODELS_TEXTS.correctTheBuiltInModel}
        </Button>
        {origin !== "ships" && (
          <QuietButton isDisabled={isBusy} onPress={onDrop}>
            {origin === "own" ? MODELS_TEXTS.removeTheModel : MODELS_TEXTS.backToBuilt}
          </QuietButton>
        )}
        {isChanged && (
          <QuietButton onPress={() => setDraft({})}>{MODELS_TEXTS.discardChanges}</QuietButton>
        )}
      </Row>
      {model.readout === "switch-code" && model.tuning[0] && (
        <SwitchCodes startHz={model.tuning[0].lowHz} />
      )}
    </Stack>
  );
}

/** A model's lists as a table for other programs and other people's kits. */
function ListsFile({ model }: { model: ReceiverModel | PackModel }) {
  const csv = listsCsv(model.banks ?? []);
  return (
    <Soft as="p">
      <a
        href={`data:text/csv;charset=utf-8,${encodeURIComponent(csv)}`}
        download={`${slug(modelName(model))}-lists.csv`}
      >
        {MODELS_TEXTS.saveTheListsAsCsv}
      </a>
    </Soft>
  );
}

/** Two switches and a frequency, both ways. */
function SwitchCodes({ startHz }: { startHz: number }) {
  const [code, setCode] = useState("00");
  const [frequency, setFrequency] = useState(formatMhz(startHz));
  const typedCode = (text: string) => {
    setCode(text);
    const hz = switchCodeToHz(text, startHz);
    if (hz.ok) setFrequency(formatMhz(hz.value));
  };
  const typedFrequency = (text: string) => {
    setFrequency(text);
    const hz = parseFrequencyText(text);
    const found = hz.ok ? hzToSwitchCode(hz.value, startHz) : null;
    if (found?.ok) setCode(found.value);
  };
  const hz = parseFrequencyText(frequency);
  const found = hz.ok ? hzToSwitchCode(hz.value, startHz) : null;
  const codeError = switchCodeToHz(code, startHz).ok ? null : MODELS_TEXTS.twoDigits0To9;
  const frequencyError = !hz.ok
    ? "not a frequency"
    : found && !found.ok
      ? found.error.code === "switch-off-grid"
        ? MODELS_TEXTS.betweenTwoPositionsIsNearest(formatMhz(found.error.nearestHz))
        : MODELS_TEXTS.outsideTheBlock(
            formatMhz(startHz),
            formatMhz(found.error.code === "switch-out-of-block" ? found.error.highHz : startHz),
          )
      : null;
  return (
    <section>
      <Heading>{MODELS_TEXTS.switches(READOUT_WORDS["switch-code"])}</Heading>
      <Row style={{ alignItems: "start" }}>
        <TextField
          label={MODELS_TEXTS.switchesShow}
          value={code}
          onChange={typedCode}
          error={codeError}
          widthCh={4}
        />
        <TextField
          label={MODELS_TEXTS.frequencyMhz}
          value={frequency}
          onChange={typedFrequency}
          error={frequencyError}
          widthCh={9}
          inputMode="decimal"
        />
      </Row>
      <Soft as="p">{MODELS_TEXTS.theLeftSwitchCounts}</Soft>
    </section>
  );
}

const Cell = styled.div`
  display: flex;
  flex-direction: column;
  gap: 2px;
  @media (min-width: 721px) {
    &[data-wide] {
      grid-column: span 2;
    }
  }
`;
