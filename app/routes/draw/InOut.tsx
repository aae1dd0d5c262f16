import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { count } from "~/contract/messages/format";
import { floorPlanShape } from "~/contract/schemas/placePlan";
import { planFileErrorWords } from "~/contract/messages/planFile";
import type { FloorPlan } from "~/core/location/floorPlan";
import { planToGeoJson, planToSvg, readGeoJson, type ReadPlan } from "~/core/location/planFiles";
import type { Result } from "~/core/units/result";
import { LengthField } from "~/app/features/plan/LengthField";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Panel, Row, Soft } from "~/app/ui/Page/Page";
import type { PlanInHand } from "~/app/routes/shared/usePlan";
import { readSvg, type SvgError } from "./readSvg";

const parse = (candidate: unknown): FloorPlan | null => {
  const read = floorPlanShape.safeParse(candidate);
  return read.success ? read.data : null;
};

/** Markup whose root, after a declaration and comments, is a drawing. */
const looksLikeSvg = (text: string): boolean =>
  text.trimStart().startsWith("<") && /<svg[\s>]/i.test(text.slice(0, 20_000));
const MAX_BYTES = 8 * 1024 * 1024;

/** The plan as a file, and files as a plan. */
export function InOut({
  plan,
  place,
  inHand,
  lengths,
}: {
  plan: FloorPlan;
  place: string;
  inHand: PlanInHand;
  lengths: Lengths;
}) {
  const [said, setSaid] = useState<{ kind: "said" | "refused"; text: string } | null>(null);
  const [unscaled, setUnscaled] = useState<{ name: string; text: string } | null>(null);
  const [widthM, setWidthM] = useState(20);
  const take = (name: string, read: Result<ReadPlan, SvgError>, text: string) => {
    if (!read.ok) {
      if (read.error.code === "no-scale") {
        setUnscaled({ name, text });
        setSaid(null);
        return;
      }
      setSaid({ kind: "refused", text: planFileErrorWords(name, read.error) });
      return;
    }
    const { plan: next, isWhole, notes } = read.value;
    // corrections of a walk and who walks belong to where the file came from
    inHand.change(isWhole ? { ...next, fit: null } : next, `“${name}” taken in`);
    const of = (code: string) => notes.find((n) => n.code === code)?.count ?? 0;
    setUnscaled(null);
    setSaid({
      kind: "said",
      text: isWhole
        ? `“${name}” is the whole plan now. Undo brings back what was there.`
        : `${count(of("degrees") + of("metres-taken"), "shape")} of “${name}” laid onto the plan${of("degrees") > 0 ? ", from degrees" : ""}${of("ignored") > 0 ? `; ${count(of("ignored"), "other")} left out` : ""}. Lines are walls of brick and areas obstacles until you say otherwise.`,
    });
  };
  const load = async (files: FileList | null) => {
    const file = files?.[0];
    if (!file) return;
    if (file.size > MAX_BYTES) {
      setSaid({
        kind: "refused",
        text: `“${file.name}” is larger than 8 MB: no plan is. The plan is as it was.`,
      });
      return;
    }
    const text = await file.text();
    take(
      file.name,
      looksLikeSvg(text) ? readSvg(text, plan, null, parse) : readGeoJson(text, plan, parse),
      text,
    );
  };
  const fileName = place.toLowerCase().replace(/[^a-z0-9]+/g, "-");
  return (
    <section aria-label="Files">
      <Heading as="h3">In and out</Heading>
      <Row>
        <FileTrigger
          acceptedFileTypes={[".geojson", ".json", ".svg"]}
          onSelect={(files) => {
            void load(files);
          }}
        >
          <Button>Take in GeoJSON or SVG</Button>
        </FileTrigger>
        <QuietButton
          onPress={() => {
            save(`${fileName}.geojson`, planToGeoJson(plan), "application/geo+json");
          }}
        >
          Save as GeoJSON
        </QuietButton>
        <QuietButton
          onPress={() => {
            save(`${fileName}.svg`, planToSvg(plan), "image/svg+xml");
          }}
        >
          Save as SVG
        </QuietButton>
        <Soft>One of ours comes back as it was; any other is laid onto what is there.</Soft>
      </Row>
      {unscaled && (
        <Panel aria-label="Scale of the drawing">
          <p>{`“${unscaled.name}” does not say how large it is in reality.`}</p>
          <Row>
            <LengthField
              label="The whole drawing is wide"
              lengths={lengths}
              minM={1}
              maxM={500}
              step={0.5}
              valueM={widthM}
              onChange={(m) => {
                setWidthM(m);
              }}
            />
            <PrimaryButton
              onPress={() => {
                take(unscaled.name, readSvg(unscaled.text, plan, widthM, parse), unscaled.text);
              }}
            >
              Take it in
            </PrimaryButton>
            <QuietButton
              onPress={() => {
                setUnscaled(null);
              }}
            >
              Leave it
            </QuietButton>
          </Row>
        </Panel>
      )}
      {said && <Notice kind={said.kind}>{said.text}</Notice>}
    </section>
  );
}

function save(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  [link.href, link.download] = [url, name];
  link.click();
  setTimeout(() => {
    URL.revokeObjectURL(url);
  }, 1000);
}
