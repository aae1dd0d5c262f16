import { Link } from "react-router";
import { legalityWords, pairProblemWords } from "~/contract/messages/prep";
import { Heading, Soft, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { useDay } from "~/app/routes/shared/useDay";
import type { Route } from "./+types/route";

type Match = Route.ComponentProps["loaderData"]["match"];

/** Each pack against each receiver, and whether it may transmit here. */
export function PackMatch({ match }: { match: Match }) {
  const { day } = useDay();
  return (
    <section>
      <Heading>Which packs work with which receivers</Heading>
      <Table>
        <thead>
          <tr>
            <th>Pack</th>
            {match[0]?.receivers.map((r) => (
              <th key={r.key}>{r.label}</th>
            ))}
            <th>Here</th>
          </tr>
        </thead>
        <tbody>
          {match.map((m) => (
            <tr key={m.unit.key}>
              <th scope="row">
                <b>{m.unit.label}</b> <Soft>{m.modelName}</Soft>
              </th>
              {m.receivers.map((r) => (
                <td key={r.key} data-label={r.label}>
                  {r.problem === null ? (
                    <Status status="done">works</Status>
                  ) : (
                    <Soft>{shortProblem(r.problem)}</Soft>
                  )}
                </td>
              ))}
              <td data-label="Here">
                {m.legality.code === "fine" ? (
                  <Soft>{`${m.unit.powerMw ?? ""} mW`}</Soft>
                ) : (
                  <Status status="problem">{legalityWords(m.legality)}</Status>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p>
        <Soft>{`By the rules of region ${day.region}, a dated summary and not the law: check with your regulator. `}</Soft>
        <Link to={`/day/${day.id}/regulations`}>What is allowed here</Link>
      </p>
    </section>
  );
}

const shortProblem = (problem: Parameters<typeof pairProblemWords>[0]): string =>
  problem.code === "other-modulation" ? "other modulation" : pairProblemWords(problem);
