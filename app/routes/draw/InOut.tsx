import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { count } from "~/contract/messages/format";
import { floorPlanShape } from "~/contract/schemas/placePlan";
import { planFileErrorWords } from "~/contract/messages/planFile";
import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
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
    inHand.change(isWhole ? { ...next, fit: null } : next, DRAW_TEXTS.taken(name));
    const of = (code: string) => notes.find((n) => n.code === code)?.count ?? 0;
    setUnscaled(null);
    setSaid({
      kind: "said",
      text: isWhole
        ? DRAW_TEXTS.isTheWholePlanNow(name)
        : DRAW_TEXTS.ofLaidOntoThePlan(
            count(of("degrees") + of("metres-taken"), "shape"),
            name,
            of("degrees") > 0 ? DRAW_TEXTS.fromDegrees : "",
            of("ignored") > 0 ? DRAW_TEXTS.leftOut(count(of("ignored"), "other")) : "",
          ),
    });
  };
  const load = async (files: FileList | null) => {
    const file = files?.[0];
    if (!file) return;
    if (file.size > MAX_BYTES) {
      setSaid({
        kind: "refused",
        text: DRAW_TEXTS.isLargerThan8Mb(file.name),
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
    <section aria-label={DRAW_TEXTS.files}>
      <Heading as="h3">{DRAW_TEXTS.inAndOut}</Heading>
      <Row>
        <FileTrigger
          acceptedFileTypes={[".geojson", ".json", ".svg"]}
          onSelect={(files) => {
            void load(files);
          }}
        >
          <Button>{DRAW_TEXTS.importGeojsonOrSvg}</Button>
        </FileTrigger>
        <QuietButton
          onPress={() => {
            save(`${fileName}.geojson`, planToGeoJson(plan), "application/geo+json");
          }}
        >
          {DRAW_TEXTS.saveAsGeojson}
        </QuietButton>
        <QuietButton
          onPress={() => {
            save(`${fileName}.svg`, planToSvg(plan), "image/svg+xml");
          }}
        >
          {DRAW_TEXTS.saveAsSvg}
        </QuietButton>
        <Soft>{DRAW_TEXTS.ourOwnFileComesBack}</Soft>
      </Row>
      {unscaled && (
        <Panel aria-label={DRAW_TEXTS.scaleOfTheDrawing}>
          <p>{DRAW_TEXTS.doesNotSayItsReal(unscaled.name)}</p>
          <Row>
            <LengthField
              label={DRAW_TEXTS.widthOfTheWholeDrawing}
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
              {DRAW_TEXTS.import}
            </PrimaryButton>
            <QuietButton
              onPress={() => {
                setUnscaled(null);
              }}
            >
              {DRAW_TEXTS.cancel}
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
