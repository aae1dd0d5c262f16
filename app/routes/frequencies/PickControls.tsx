import { count } from "~/contract/messages/format";
import { useSearchParams } from "react-router";
import { SPACING_CHOICES } from "~/contract/messages/displaySettings";
import { listWords } from "~/contract/messages/format";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import type { Way } from "./pickState";
import type { Picking } from "./usePick";

const WAY_CHOICES: { id: Way; label: string; detail: string }[] = [
  {
    id: "anew",
    label: FREQUENCIES_TEXTS.allAtOnce,
    detail: FREQUENCIES_TEXTS.computedTogetherWithRoomBetween,
  },
  {
    id: "bank",
    label: FREQUENCIES_TEXTS.insideOneBank,
    detail: FREQUENCIES_TEXTS.theBankWithMostRoom,
  },
  {
    id: "one",
    label: FREQUENCIES_TEXTS.oneAfterAnother,
    detail: FREQUENCIES_TEXTS.eachPackLeftOnBefore,
  },
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
        label={FREQUENCIES_TEXTS.how}
        isLabelHidden
        choices={WAY_CHOICES}
        value={state.way}
        onChange={(way) => step({ do: "choose-way", way })}
      />
      <SelectField
        label={FREQUENCIES_TEXTS.spacing}
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
        valueText={FREQUENCIES_TEXTS.of2(search.placed, tunable.length)}
      />
      {search.best && search.placed === tunable.length && (
        <PrimaryButton onPress={() => stop(search.best)}>
          {FREQUENCIES_TEXTS.usingTheBestSoFar}
        </PrimaryButton>
      )}
      <Button onPress={() => stop()}>{FREQUENCIES_TEXTS.stop}</Button>
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
            ? FREQUENCIES_TEXTS.noFrequencyFoundYet
            : bad > 0
              ? FREQUENCIES_TEXTS.aRule(
                  count(bad, "frequency", "frequencies"),
                  bad === 1 ? "breaks" : "break",
                )
              : null
        }
      >
        {FREQUENCIES_TEXTS.useThisPlan}
      </PrimaryButton>
      <Button onPress={pick.find} isDisabled={pick.isStuck}>
        {FREQUENCIES_TEXTS.findAgain}
      </Button>
      {pick.canUndo && (
        <QuietButton onPress={() => step({ do: "undo" })}>{FREQUENCIES_TEXTS.undo}</QuietButton>
      )}
      <QuietButton onPress={() => step({ do: "clear" })}>{FREQUENCIES_TEXTS.discard}</QuietButton>
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
          {FREQUENCIES_TEXTS.changeTheFewest}
        </PrimaryButton>
      )}
      <Button
        onPress={pick.find}
        isDisabled={pick.isStuck}
        why={isOneByOne && !next ? FREQUENCIES_TEXTS.everyChannelHasAFrequency : null}
      >
        {isOneByOne
          ? FREQUENCIES_TEXTS.findOne(next?.talker ?? FREQUENCIES_TEXTS.theNext)
          : FREQUENCIES_TEXTS.findAgain}
      </Button>
    </>
  );
}

function ForNothing({ pick }: { pick: Picking }) {
  const { state, next, present } = pick;
  const find =
    state.way === "one" && next
      ? FREQUENCIES_TEXTS.findOneWith(next.talker)
      : FREQUENCIES_TEXTS.findFrequencies;
  // after a move nobody is retuned who need not be: that comes first
  return present && state.way !== "one" ? (
    <>
      <PrimaryButton data-enter onPress={pick.changeFewest} isDisabled={pick.isStuck}>
        {FREQUENCIES_TEXTS.keepWhatStillWorks}
      </PrimaryButton>
      <Button onPress={pick.find} isDisabled={pick.isStuck}>
        {FREQUENCIES_TEXTS.findAllAgain}
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
      label={FREQUENCIES_TEXTS.whereItMustWork}
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
        { id: "here", label: FREQUENCIES_TEXTS.forThisLocation },
        {
          id: "day",
          label: FREQUENCIES_TEXTS.forEveryScannedLocation,
          detail: FREQUENCIES_TEXTS.noRetuneBetweenThem(listWords(scanned)),
        },
      ]}
    />
  );
}
