import { useState } from "react";
import { fadingWords, needWords, shadowWords } from "~/contract/messages/range";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { WalkForecast } from "~/core/location/forecast";
import { planLink } from "~/core/location/planLink";
import { itemAt } from "~/core/units/items";
import { TermsChart } from "~/app/charts/terms/TermsChart";
import { Soft } from "~/app/ui/Page/Page";
import type { WalkedBy } from "~/app/routes/shared/usePlanReckoning";

interface WhereFromProps {
  plan: FloorPlan;
  walked: WalkedBy;
  forecast: WalkForecast;
  metres: (m: number) => string;
}

/** What a walk's figures are made of at its worst place, term by term, each with its source. */
export function WhereFrom(props: WhereFromProps) {
  const [isOpen, setOpen] = useState(false);
  const { forecast, metres } = props;
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        {RANGE_TEXTS.howThisIsCalculatedAlong(metres(itemAt(forecast.points, forecast.worst).atM))}
      </summary>
      {isOpen && <Terms {...props} />}
    </details>
  );
}

function Terms({ plan, walked, forecast }: WhereFromProps) {
  const { pack, receiver } = walked;
  const at = itemAt(forecast.points, forecast.worst);
  const antenna = itemAt(plan.antennas, at.marginsDb.indexOf(Math.max(...at.marginsDb)));
  const facingDeg = pack.facingDeg === "along" ? at.headingDeg : pack.facingDeg;
  const here = { ...pack, x: at.x, y: at.y, facingDeg };
  const link = planLink(plan, here, antenna, receiver.figures);
  return (
    <>
      <TermsChart terms={link.terms} startDbm={pack.txPowerDbm} needDbm={link.sensitivityDbm} />
      <Soft as="p">
        {[
          RANGE_TEXTS.toAntenna(antenna.name),
          needWords(link, receiver.figures),
          fadingWords(link.kFactorDb),
          shadowWords(plan, link.isInSight),
        ].join(" ")}
      </Soft>
    </>
  );
}
