import { useMemo, useState } from "react";
import { data, Link } from "react-router";
import type { Route } from "./+types/route";
import {
  addSet,
  addUnit,
  changeUnit,
  getKit,
  importKitFile,
  importUnits,
  previewKitFile,
  previewUnits,
  removeUnit,
  setStock,
  undoUnits,
} from "~/server/services/prep/kits.server";
import { getPreparation } from "~/server/services/prep/preparation.server";
import { undoList } from "~/server/services/prep/versionedLists.server";
import { capital, count, listWords, namesOrCount } from "~/contract/messages/format";
import {
  tuningWords,
  UNIT_FIELD_WORDS,
  unitNoteWords,
  unitProblemWords,
} from "~/contract/messages/kit";
import { KIT_TEXTS } from "~/contract/messages/screens/kit";
import { radioModel } from "~/core/kit/caseCheck";
import { modelName } from "~/core/kit/models";
import { UNIT_FIELDS, type UnitField, type UnitRow } from "~/core/kit/unitTable";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { DataGrid } from "~/app/ui/DataGrid/DataGrid";
import { SelectField } from "~/app/ui/Field/Field";
import { Answer, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { ListImport, type RowWords } from "~/app/routes/shared/ListImport";
import {
  dayIdOf,
  orNotFound,
  previewed,
  readIntent,
  reply,
} from "~/app/routes/shared/reply.server";
import { lacksLists } from "~/core/kit/unitNumber";
import { Notice } from "~/app/ui/Notice/Notice";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { kitIntents, type KitIntent } from "./intents";
import { getAntennas, setAntennas, undoAntennas } from "~/server/services/prep/antennas.server";
import { Antennas } from "./Antennas";
import { SetForm } from "./SetForm";
import { KitFileImport, type KitPreviewReply } from "./KitFileImport";
import { Stock } from "./Stock";
import { standing, unitColumns } from "./unitColumns";

export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const view = orNotFound(await getKit(context.app, dayId));
  const [prep, antennas] = await Promise.all([
    getPreparation(context.app, dayId),
    getAntennas(context.app, dayId),
  ]);
  return { view, match: orNotFound(prep).match, antennas: orNotFound(antennas) };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, kitIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "add-unit":
      return reply(await addUnit(app, dayId, intent), (label) => KIT_TEXTS.isInTheKit(label));
    case "change-unit":
      return reply(await changeUnit(app, dayId, intent));
    case "remove-unit":
      return reply(await removeUnit(app, dayId, intent), (label) =>
        KIT_TEXTS.isRemovedFromTheKit(label),
      );
    case "undo-units":
      return reply(
        await undoUnits(app, dayId, intent.expectedVersion),
        () => KIT_TEXTS.thePreviousKitIsBack,
      );
    case "set-stock":
      return reply(await setStock(app, dayId, intent));
    case "undo-stock":
      return reply(
        await undoList(app, "stock", dayId, intent.expectedVersion),
        () => KIT_TEXTS.theCountBeforeIsBack,
      );
    case "preview":
      return previewed(await previewUnits(app, dayId, intent.text, intent.map));
    case "import":
      return reply(await importUnits(app, dayId, intent), ({ imported, leftOut }) =>
        KIT_TEXTS.imported(
          capital(count(imported, "unit")),
          leftOut > 0 ? KIT_TEXTS.skipped(count(leftOut, "row")) : "",
        ),
      );
    case "set-antennas":
      return reply(await setAntennas(app, dayId, intent));
    case "undo-antennas":
      return reply(
        await undoAntennas(app, dayId, intent.expectedVersion),
        () => KIT_TEXTS.theAntennasBeforeAreBack,
      );
    case "add-set":
      return reply(await addSet(app, dayId, intent), ({ units }) =>
        KIT_TEXTS.setIsInTheKit(listWords(units)),
      );
    case "preview-kit": {
      const preview = await previewKitFile(app, dayId, intent.text);
      return preview.ok
        ? data<KitPreviewReply>({ ok: true, message: null, at: Date.now(), preview: preview.value })
        : reply(preview);
    }
    case "import-kit":
      return reply(await importKitFile(app, dayId, intent), ({ units }) =>
        KIT_TEXTS.kitFileImported(count(units, "unit")),
      );
  }
}

const FIELDS = UNIT_FIELDS.map((id) => ({ id, label: UNIT_FIELD_WORDS[id] }));

/**
 * The case: every receiver and pack, what it can do here and with whom, and what else is in there.
 */
export default function KitScreen({ loaderData: { view, match, antennas } }: Route.ComponentProps) {
  const day = useDay();
  const { send, reply: answer, isBusy } = useIntent<KitIntent>();
  const { kit, units } = view;
  const [modelId, setModelId] = useState(units.items.at(-1)?.modelId ?? kit.packs[0]?.id ?? "");
  const columns = useMemo(() => unitColumns(view, match, send), [view, match, send]);
  const receivers = units.items.filter((u) => u.kind === "receiver");
  const channels = receivers.reduce(
    (n, r) => n + (kit.receivers.find((m) => m.id === r.modelId)?.halves ?? 0),
    0,
  );
  const packs = units.items.length - receivers.length;
  const idle = units.items.filter((u) => !standing(u, match).isFine);
  const expectedVersion = units.version;
  const withoutLists = [...new Set(units.items.map((u) => u.modelId))].flatMap((id) => {
    const model = radioModel(kit, id);
    return model && lacksLists(model) ? [modelName(model)] : [];
  });
  const models = [...kit.receivers, ...kit.packs].map((m) => ({
    id: m.id,
    label: `${m.kind === "receiver" ? "receiver" : "pack"} · ${modelName(m)}`,
    detail: tuningWords(m),
  }));

  const wordsOf = ({ row, unit, problems, notes }: UnitRow): RowWords => {
    const model = unit && radioModel(kit, unit.modelId);
    return {
      row,
      isGood: unit !== null,
      problems: problems.map(unitProblemWords),
      notes: notes.map(unitNoteWords),
      becomes: "a unit",
      cells: unit
        ? [
            <b key="l">{unit.label}</b>,
            `${unit.kind}, ${model ? modelName(model) : KIT_TEXTS.newModel}`,
            [unit.serial, unit.powerMw && KIT_TEXTS.mw(unit.powerMw)].filter(Boolean).join(", ") ||
              "–",
          ]
        : [],
    };
  };

  return (
    <Stack $gapPx={22}>
      <div>
        <Answer>
          {units.items.length === 0
            ? KIT_TEXTS.theKitIsEmpty
            : idle.length > 0
              ? KIT_TEXTS.cannotWorkHere(
                  capital(
                    namesOrCount(
                      idle.map((u) => u.label),
                      "unit",
                    ),
                  ),
                  idle.length === 1 ? KIT_TEXTS.it : KIT_TEXTS.they,
                )
              : KIT_TEXTS.allFitForHere(
                  capital(count(receivers.length, "receiver")),
                  count(packs, "pack"),
                )}
        </Answer>
        <Sub>
          {units.items.length === 0
            ? KIT_TEXTS.importAListOfYour
            : KIT_TEXTS.eachIsCheckedAgainst(
                capital(count(receivers.length, "receiver")),
                count(channels, "channel"),
                count(packs, "pack"),
              )}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      <section>
        {units.items.length > 0 && (
          <DataGrid
            label={KIT_TEXTS.units}
            rows={units.items}
            rowKey={(u) => u.key}
            columns={columns}
            isBusy={isBusy}
            isMarked={(u) => !standing(u, match).isFine}
            empty={KIT_TEXTS.nothingInTheKitYet}
            tools={
              units.earlierVersion !== null && (
                <QuietButton
                  isDisabled={isBusy}
                  onPress={() => send({ intent: "undo-units", expectedVersion })}
                >
                  {KIT_TEXTS.undoTheLastChange}
                </QuietButton>
              )
            }
          />
        )}
        {withoutLists.length > 0 && (
          <Notice
            kind="caution"
            action={<Link to={`/day/${day.day.id}/models`}>{KIT_TEXTS.enterLists}</Link>}
          >
            {KIT_TEXTS.listsMissing(namesOrCount(withoutLists, "model"), withoutLists.length)}
          </Notice>
        )}
        <div style={{ height: 12 }} />
        <SetForm
          isBusy={isBusy}
          onAdd={(set) => send({ intent: "add-set", set, expectedVersion })}
        />
        <Row style={{ alignItems: "end", marginTop: 12 }}>
          <SelectField
            label={KIT_TEXTS.modelToAdd}
            value={modelId}
            onChange={setModelId}
            choices={models}
          />
          <Button
            isDisabled={isBusy}
            why={modelId === "" ? KIT_TEXTS.chooseAModelFirst : null}
            onPress={() => send({ intent: "add-unit", modelId, expectedVersion })}
          >
            {KIT_TEXTS.add(view.nextLabels[radioModel(kit, modelId)?.kind ?? "pack"])}
          </Button>
          <Link to={`/day/${day.day.id}/models`}>{KIT_TEXTS.modelsLookUpCorrectAdd}</Link>
        </Row>
      </section>
      <Antennas view={antennas} kit={kit} dayId={day.day.id} isBusy={isBusy} send={send} />
      <Stock view={view} isBusy={isBusy} send={send} />
      <section>
        <Heading>{KIT_TEXTS.files}</Heading>
        <Stack $gapPx={10}>
          <ListImport<UnitField, UnitRow>
            button={KIT_TEXTS.readAListOfUnits}
            hint={KIT_TEXTS.csvWithALine}
            thing="unit"
            fields={FIELDS}
            columns={["Unit", "Is", KIT_TEXTS.serialAndPower]}
            wordsOf={wordsOf}
            onImport={(p) => send({ intent: "import", ...p, expectedVersion })}
          />
          <KitFileImport expectedVersion={expectedVersion} isBusy={isBusy} send={send} />
          <Row>
            <a href={`/day/${day.day.id}/kit.json`} download>
              {KIT_TEXTS.saveTheKit}
            </a>
            <a href={`/day/${day.day.id}/units.csv`} download>
              {KIT_TEXTS.saveTheUnitsAsCsv}
            </a>
            <a href="/kit.schema.json">{KIT_TEXTS.theKitFilesSchema}</a>
          </Row>
          <Soft as="p">{KIT_TEXTS.aKitFile}</Soft>
        </Stack>
      </section>
    </Stack>
  );
}
