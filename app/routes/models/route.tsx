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
import { capital, count, formatDbm, listWords } from "~/contract/messages/format";
import { READOUT_WORDS, tuningWords } from "~/contract/messages/kit";
import { unitsOf } from "~/core/kit/caseCheck";
import { sensitivityDbm } from "~/core/kit/setups";
import { modelName, type PackModel, type ReceiverModel } from "~/core/kit/models";
import { hzToSwitchCode, switchCodeToHz } from "~/core/kit/switchCode";
import { freeModelId } from "~/core/kit/typical";
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
import { fieldsOf, takeDraft } from "./modelForm";
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
        (name) => `${name} is kept.`,
      );
    case "drop":
      return reply(await dropModel(app, dayId, intent), () => "Dropped.");
    case "save-part":
      return reply(
        await savePart(app, dayId, { ...intent.part, expectedVersion: intent.expectedVersion }),
      );
    case "drop-part":
      return reply(await dropPart(app, dayId, intent), () => "Dropped.");
    case "undo":
      return reply(
        await undoModels(app, dayId, intent.expectedVersion),
        () => "The models before are back.",
      );
  }
}

const ORIGINS: Record<ModelOrigin, string> = {
  ships: "ships with Plain Channel, invented",
  corrected: "corrected by you",
  own: "your own",
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
        <Answer>{`${capital(count(models.length, "model"))} known${own > 0 ? `, ${own} of them yours` : ""}`}</Answer>
        <Sub>
          What ships is invented, with figures typical of its kind. Copy the one nearest to yours
          and put your data sheet’s figures in.
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      <Row style={{ alignItems: "end" }}>
        <SelectField
          label="Model"
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
            Undo the last change to models
          </QuietButton>
        )}
        <Link to={`/day/${day.day.id}/kit`}>Back to the case</Link>
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
      ? "Correct what is marked first."
      : isChanged
        ? null
        : "Nothing was changed.";
  const type = (id: string, text: string) => setDraft((d) => ({ ...d, [id]: text }));
  return (
    <Stack $gapPx={16}>
      <Soft as="p">{`${capital(ORIGINS[origin])}. ${inCase.length > 0 ? `In the case: ${listWords(inCase)}.` : "None of it in the case."}${model.adaptive ? ` It ${tuningWords(model)}.` : ""}${taken.kind === "receiver" ? ` By its figures it needs ${formatDbm(sensitivityDbm(taken))} at its input.` : ""}`}</Soft>
      <Settings>
        {fieldsOf(model)
          .filter((f) => !f.rows)
          .map((f) => {
            const value = draft[f.id] ?? f.show(model);
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
          })}
      </Settings>
      {fieldsOf(model)
        .filter((f) => f.rows)
        .map((f) => (
          <AreaField
            key={f.id}
            label={f.label}
            hint={f.hint ?? ""}
            rows={defined(f.rows)}
            value={draft[f.id] ?? f.show(model)}
            onChange={(v) => type(f.id, v)}
            error={errors[f.id] ?? null}
          />
        ))}
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={whyNotKept}
          onPress={() => onSave({ ...taken, id: freeModelId(taken, ids) })}
        >
          Keep as a new model
        </PrimaryButton>
        <Button isDisabled={isBusy || whyNotKept !== null} onPress={() => onSave(taken)}>
          {origin === "own" ? `Correct ${modelName(model)}` : "Correct the one that ships"}
        </Button>
        {origin !== "ships" && (
          <QuietButton isDisabled={isBusy} onPress={onDrop}>
            {origin === "own" ? "Drop it" : "Back to what ships"}
          </QuietButton>
        )}
        {isChanged && <QuietButton onPress={() => setDraft({})}>Leave it as it was</QuietButton>}
      </Row>
      {model.readout === "switch-code" && model.tuning[0] && (
        <SwitchCodes startHz={model.tuning[0].lowHz} />
      )}
    </Stack>
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
  const codeError = switchCodeToHz(code, startHz).ok ? null : "two digits, 0 to 9 and A to F";
  const frequencyError = !hz.ok
    ? "not a frequency"
    : found && !found.ok
      ? found.error.code === "switch-off-grid"
        ? `between two positions: ${formatMhz(found.error.nearestHz)} is nearest`
        : `outside the block: ${formatMhz(startHz)} to ${formatMhz(found.error.code === "switch-out-of-block" ? found.error.highHz : startHz)}`
      : null;
  return (
    <section>
      <Heading>{`Switches: ${READOUT_WORDS["switch-code"]}`}</Heading>
      <Row style={{ alignItems: "start" }}>
        <TextField
          label="Switches stand at"
          value={code}
          onChange={typedCode}
          error={codeError}
          widthCh={4}
        />
        <TextField
          label="which is, MHz"
          value={frequency}
          onChange={typedFrequency}
          error={frequencyError}
          widthCh={9}
          inputMode="decimal"
        />
      </Row>
      <Soft as="p">
        The left switch counts in 1.6 MHz, the right one in 0.1 MHz, from the block’s start.
      </Soft>
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
