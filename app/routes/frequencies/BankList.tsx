import { formatSpan } from "~/contract/messages/format";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import type { BankChoice } from "~/core/coordination/search/banks";
import { modelName, type ReceiverModel } from "~/core/kit/models";
import { freeLevels } from "~/core/kit/unitNumber";
import { formatMhz } from "~/core/units/frequencyText";
import { Figure, Panel, Soft, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";

/** The banks of each maker's model as they are here today, the one taken first. */
export function BankList({
  banks,
  models,
}: {
  banks: readonly BankChoice[];
  models: readonly ReceiverModel[];
}) {
  if (banks.length === 0)
    return (
      <Panel>
        <Soft as="p">{FREQUENCIES_TEXTS.noReceiverHereHasBanks}</Soft>
      </Panel>
    );
  return (
    <Panel>
      <Table>
        <thead>
          <tr>
            <th>{FREQUENCIES_TEXTS.bank}</th>
            <th>{FREQUENCIES_TEXTS.membersFreeHere}</th>
            <th>{FREQUENCIES_TEXTS.placed}</th>
            <th>{FREQUENCIES_TEXTS.smallestMargin}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {banks.map((b) => (
            <tr key={`${b.model}${b.bank ?? ""}`}>
              <th scope="row">
                {b.bank === null
                  ? FREQUENCIES_TEXTS.allBanksMixed
                  : FREQUENCIES_TEXTS.listOf(wordOf(models, b.model), b.bank)}
                <Soft style={{ display: "block" }}>{b.model}</Soft>
              </th>
              <td data-label={FREQUENCIES_TEXTS.membersFreeHere}>
                <Figure>{FREQUENCIES_TEXTS.of(b.freeHz.length, b.members)}</Figure>
                <FreeMembers choice={b} model={models.find((m) => modelName(m) === b.model)} />
              </td>
              <td data-label={FREQUENCIES_TEXTS.placed}>
                <Figure>{FREQUENCIES_TEXTS.ofWith(b.placed, b.wanted)}</Figure>
              </td>
              <td data-label={FREQUENCIES_TEXTS.smallestMargin}>
                {b.inHandHz === null ? <Soft>–</Soft> : <Figure>{formatSpan(b.inHandHz)}</Figure>}
              </td>
              <td data-wide>
                {b.isTaken ? (
                  <Status status={b.placed === b.wanted ? "done" : "problem"}>
                    {b.bank === null ? FREQUENCIES_TEXTS.usedNoSingleBank : "used"}
                  </Status>
                ) : null}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}

/** What a unit calls its lists. */
const listWordOf = (model: ReceiverModel | undefined): string =>
  model?.numbering?.listWord ?? FREQUENCIES_TEXTS.bank.toLowerCase();
const wordOf = (models: readonly ReceiverModel[], name: string): string =>
  listWordOf(models.find((m) => modelName(m) === name));

/** Which they are, in the unit's own numbers. */
function FreeMembers({ choice, model }: { choice: BankChoice; model: ReceiverModel | undefined }) {
  if (!model || choice.freeHz.length === 0) return null;
  const free = new Set(choice.freeHz);
  const levels = freeLevels(model, (hz) => free.has(hz))
    .filter((l) => choice.bank === null || l.list === choice.bank)
    .map((l) => ({ ...l, members: l.members.filter((m) => m.isFree) }))
    .filter((l) => l.members.length > 0);
  return (
    <details>
      <summary>{FREQUENCIES_TEXTS.whichAreFree}</summary>
      {levels.map((l) => (
        <p key={`${l.block ?? ""} ${l.list}`}>
          {choice.bank === null && (
            <Soft>
              {`${FREQUENCIES_TEXTS.listOf(listWordOf(model), [l.block, l.list].filter((x) => x !== null).join(" "))}: `}
            </Soft>
          )}
          {l.members.map((m) => `${m.number} (${formatMhz(m.frequencyHz)})`).join(", ")}
        </p>
      ))}
    </details>
  );
}
