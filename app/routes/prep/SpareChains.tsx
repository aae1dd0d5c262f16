import { listWords, rangesWords } from "~/contract/messages/format";
import { pairProblemWords } from "~/contract/messages/prep";
import { PREP_TEXTS } from "~/contract/messages/screens/prep";
import { receiverModel } from "~/core/kit/models";
import { Heading, Soft, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { useDay } from "~/app/routes/shared/useDay";
import type { Route } from "./+types/route";

type Spare = Route.ComponentProps["loaderData"]["spare"];

/** What of the kit carries nobody: whole chains, and what is left over without a partner. */
export function SpareChains({ spare }: { spare: Spare }) {
  const { kit, receivers, packs } = useDay();
  const receiverName = (key: string, half: number): string => {
    const unit = receivers.find((r) => r.key === key);
    if (!unit) return key;
    return receiverModel(kit, unit.modelId).halves > 1
      ? PREP_TEXTS.half(unit.label, half + 1)
      : unit.label;
  };
  const packName = (key: string) => packs.find((p) => p.key === key)?.label ?? key;
  const left = [
    ...spare.receivers.map((r) => receiverName(r.receiverKey, r.half)),
    ...spare.packKeys.map(packName),
  ];
  return (
    <section>
      <Heading>{PREP_TEXTS.spareChains}</Heading>
      {spare.chains.length === 0 ? (
        <p>{PREP_TEXTS.noSpareChain}</p>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>{PREP_TEXTS.receiver}</th>
              <th>{PREP_TEXTS.pack}</th>
              <th>{PREP_TEXTS.tunes}</th>
              <th>{PREP_TEXTS.here}</th>
            </tr>
          </thead>
          <tbody>
            {spare.chains.map((c) => (
              <tr key={`${c.receiverKey}.${c.half}`}>
                <th scope="row">{receiverName(c.receiverKey, c.half)}</th>
                <td data-label={PREP_TEXTS.pack}>{packName(c.packKey)}</td>
                <td data-label={PREP_TEXTS.tunes}>{tunes(c.pairing)}</td>
                <td data-label={PREP_TEXTS.here}>
                  {c.isLegal ? (
                    <Status status="done">{PREP_TEXTS.allowed}</Status>
                  ) : (
                    <Status status="problem">{PREP_TEXTS.notAllowedAsSet}</Status>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {left.length > 0 && <Soft as="p">{PREP_TEXTS.withoutPartner(listWords(left))}</Soft>}
    </section>
  );
}

function tunes(pairing: Spare["chains"][number]["pairing"]): string {
  if (!pairing.works) return pairProblemWords(pairing.problem);
  return pairing.isAdaptive
    ? PREP_TEXTS.choosesItsOwn
    : PREP_TEXTS.inMhz(rangesWords(pairing.tuning));
}
