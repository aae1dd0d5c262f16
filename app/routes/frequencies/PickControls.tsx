import { count } from "~/contract/messages/format";
import { useSearchParams } from "react-router";
import type { ProfileChoice } from "~/core/coordination/problem/profile";
import { listWords } from "~/contract/messages/format";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import type { Way } from "./pickState";
import type { Picking } from "./usePick";

const SPACING_CHOICES: { id: ProfileChoice; label: string; detail: string }[] = [
  {
    id: "normal",
    label: "computed spacing",
    detail: "0.35 MHz, products kept off by 100 and 50 kHz",
  },
  { id: "wide", label: "wide spacing", detail: "0.7 MHz as by hand, products by 200 and 100 kHz" },
  { id: "tight", label: "tight spacing", detail: "0.3 MHz, for a crowded air" },
  {
    id: "model",
    label: "as each receiver needs",
    detail: "by its model: two keep the wider of theirs",
  },
];

const WAY_CHOICES: { id: Way; label: string; detail: string }[] = [
  { id: "anew", label: "all at once", detail: "computed together, with room between" },
  {
    id: "bank",
    label: "inside one bank",
    detail: "of each maker's lists, the one with most room here",
  },
  { id: "one", label: "one after another", detail: "each pack left on before the next scan" },
];

/** What can be done next: to a set that is looked at, to the plan, or to nothing yet. */
export function PickControls({
  pick,
  places,
}: {
  pick: Picking;
  /** The places that are scanned, and whether the set is to hold at all of them. */
  places: { scanned: readonly string[]; isForDay: boolean };
}) {
  const { state, step } = pick;
  if (pick.search.status === "running") return <Searching pick={pick} />;
  return (
    <Row>
      {pick.shown.kind === "draft" ? (
        <ForDraft pick={pick} />
      ) : pick.shown.kind === "plan" ? (
        <ForPlan pick={pick} />
      ) : (
        <ForNothing pick={pick} />
      )}
      <SelectField
        label="How"
        isLabelHidden
        choices={WAY_CHOICES}
        value={state.way}
        onChange={(way) => step({ do: "choose-way", way })}
      />
      <SelectField
        label="Spacing"
        isLabelHidden
        choices={SPACING_CHOICES}
        value={state.profile}
        onChange={(profile) => step({ do: "choose-profile", profile })}
      />
      {places.scanned.length > 1 && (
        <WhereItHolds {...places} onChange={() => step({ do: "drop" })} />
      )}
    </Row>
  );
}

function Searching({ pick: { search, stop, tunable } }: { pick: Picking }) {
  if (search.status !== "running") return null;
  return (
    <Row>
      <Progress
        label={search.phase}
        fraction={search.fraction}
        valueText={`${search.placed} of ${tunable.length}`}
      />
      {search.best && search.placed === tunable.length && (
        <PrimaryButton onPress={() => stop(search.best)}>Good enough now</PrimaryButton>
      )}
      <Button onPress={() => stop()}>Stop</Button>
    </Row>
  );
}

function ForDraft({ pick }: { pick: Picking }) {
  const { step, shown, bad } = pick;
  return (
    <>
      <PrimaryButton
        data-enter
        onPress={pick.accept}
        isDisabled={pick.isBusy}
        why={
          shown.picks.length === 0
            ? "Nothing is picked yet."
            : bad > 0
              ? `${count(bad, "frequency", "frequencies")} in it ${bad === 1 ? "does" : "do"} not stand clear.`
              : null
        }
      >{`Accept as plan ${(pick.view.plan?.version ?? 0) + 1}`}</PrimaryButton>
      <Button onPress={pick.find} isDisabled={pick.isStuck}>
        Find again
      </Button>
      {pick.canUndo && (
        <QuietButton onPress={() => step({ do: "undo" })}>Undo the last step</QuietButton>
      )}
      <QuietButton onPress={() => step({ do: "clear" })}>Drop these</QuietButton>
    </>
  );
}

function ForPlan({ pick }: { pick: Picking }) {
  const { state, shown, bad, tunable, next, locks } = pick;
  const isOneByOne = state.way === "one";
  const isWrong = bad > 0 || shown.picks.length < tunable.length;
  return (
    <>
      {!isOneByOne && (isWrong || Object.keys(locks).length > 0) && (
        <PrimaryButton onPress={pick.changeFewest} isDisabled={pick.isStuck}>
          Change as little as possible
        </PrimaryButton>
      )}
      <Button
        onPress={pick.find}
        isDisabled={pick.isStuck}
        why={isOneByOne && !next ? "Everybody has a frequency." : null}
      >
        {isOneByOne ? `Find one for ${next?.talker ?? "the next"}` : "Find again"}
      </Button>
    </>
  );
}

function ForNothing({ pick }: { pick: Picking }) {
  const { state, next, present } = pick;
  const find = state.way === "one" && next ? `Find one for ${next.talker}` : "Find frequencies";
  // after a move nobody is retuned who need not be: that comes first
  return present && state.way !== "one" ? (
    <>
      <PrimaryButton data-enter onPress={pick.changeFewest} isDisabled={pick.isStuck}>
        Keep what can stay
      </PrimaryButton>
      <Button onPress={pick.find} isDisabled={pick.isStuck}>
        Find all anew
      </Button>
    </>
  ) : (
    <PrimaryButton data-enter onPress={pick.find} isDisabled={pick.isStuck}>
      {find}
    </PrimaryButton>
  );
}

/** Here, or at every place of the day that was scanned: the address says so. */
function WhereItHolds({
  scanned,
  isForDay,
  onChange,
}: {
  scanned: readonly string[];
  isForDay: boolean;
  onChange: () => void;
}) {
  const [, setParams] = useSearchParams();
  return (
    <SelectField
      label="Where it is to hold"
      isLabelHidden
      value={isForDay ? "day" : "here"}
      onChange={(where) => {
        onChange();
        setParams(
          () => {
            // the address may hold a view that the router was not told of
            const changed = new URLSearchParams(window.location.search);
            if (where === "day") changed.set("for", "day");
            else changed.delete("for");
            return changed;
          },
          { replace: true, preventScrollReset: true },
        );
      }}
      choices={[
        { id: "here", label: "for this place" },
        {
          id: "day",
          label: "for every place scanned",
          detail: `${listWords(scanned)}: nobody retunes between them`,
        },
      ]}
    />
  );
}
