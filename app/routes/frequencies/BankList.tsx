import { formatSpan } from "~/contract/messages/format";
import type { BankChoice } from "~/core/coordination/search/banks";
import { Figure, Panel, Soft, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";

/** The banks of each maker's model as they are here today, the one taken first. */
export function BankList({ banks }: { banks: readonly BankChoice[] }) {
  if (banks.length === 0)
    return (
      <Panel>
        <Soft as="p">No receiver here has banks; all were computed.</Soft>
      </Panel>
    );
  return (
    <Panel>
      <Table>
        <thead>
          <tr>
            <th>Bank</th>
            <th>Members free here</th>
            <th>Placed</th>
            <th>Least in hand</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {banks.map((b) => (
            <tr key={`${b.model}${b.bank ?? ""}`}>
              <th scope="row">
                {b.bank === null ? "all banks mixed" : `bank ${b.bank}`}
                <Soft style={{ display: "block" }}>{b.model}</Soft>
              </th>
              <td data-label="Members free here">
                <Figure>{`${b.free} of ${b.members}`}</Figure>
              </td>
              <td data-label="Placed">
                <Figure>{`${b.placed} of ${b.wanted}`}</Figure>
              </td>
              <td data-label="Least in hand">
                {b.inHandHz === null ? <Soft>–</Soft> : <Figure>{formatSpan(b.inHandHz)}</Figure>}
              </td>
              <td data-wide>
                {b.isTaken ? (
                  <Status status={b.placed === b.wanted ? "done" : "problem"}>
                    {b.bank === null
                      ? "taken: no one bank has room for all, and mixed members were not made to stand together, so every product is checked"
                      : "taken"}
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
