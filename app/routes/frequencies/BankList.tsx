import { formatSpan } from "~/contract/messages/format";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import type { BankChoice } from "~/core/coordination/search/banks";
import { Figure, Panel, Soft, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";

/** The banks of each maker's model as they are here today, the one taken first. */
export function BankList({ banks }: { banks: readonly BankChoice[] }) {
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
                  : FREQUENCIES_TEXTS.bankWith(b.bank)}
                <Soft style={{ display: "block" }}>{b.model}</Soft>
              </th>
              <td data-label={FREQUENCIES_TEXTS.membersFreeHere}>
                <Figure>{FREQUENCIES_TEXTS.of(b.free, b.members)}</Figure>
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
