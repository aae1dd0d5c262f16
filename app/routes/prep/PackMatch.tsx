import { Link } from "react-router";
import { legalityWords, pairProblemWords } from "~/contract/messages/prep";
import { PREP_TEXTS } from "~/contract/messages/screens/prep";
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
      <Heading>{PREP_TEXTS.packsAndReceivers}</Heading>
      <Table>
        <thead>
          <tr>
            <th>{PREP_TEXTS.pack}</th>
            {match[0]?.receivers.map((r) => (
              <th key={r.key}>{r.label}</th>
            ))}
            <th>{PREP_TEXTS.here}</th>
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
                    <Status status="done">{PREP_TEXTS.works}</Status>
                  ) : (
                    <Soft>{shortProblem(r.problem)}</Soft>
                  )}
                </td>
              ))}
              <td data-label={PREP_TEXTS.here}>
                {m.legality.code === "fine" ? (
                  <Soft>{PREP_TEXTS.mw(m.unit.powerMw ?? "")}</Soft>
                ) : (
                  <Status status="problem">{legalityWords(m.legality)}</Status>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p>
        <Soft>{PREP_TEXTS.regulationsOfRegionADated(day.region)}</Soft>
        <Link to={`/day/${day.id}/regulations`}>{PREP_TEXTS.whatIsAllowedHere}</Link>
      </p>
    </section>
  );
}

const shortProblem = (problem: Parameters<typeof pairProblemWords>[0]): string =>
  problem.code === "other-modulation" ? PREP_TEXTS.otherModulation : pairProblemWords(problem);
