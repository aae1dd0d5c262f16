import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { count } from "~/contract/messages/format";
import { WALK_TEST_TEXTS } from "~/contract/messages/screens/walkTest";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { AreaField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import type { WalkedBy } from "~/app/routes/shared/usePlanReckoning";
import type { SyncIntent } from "~/app/routes/sync/intents";
import type { WalkedInHand } from "./useWalked";

const MAX_WALK_BYTES = 4e6;

interface WalkSourcesProps {
  chosen: WalkedBy;
  inHand: WalkedInHand;
}

/** How levels come in that a receiver read: walked for practice, recorded, from a file, typed. */
export function WalkSources({ chosen, inHand }: WalkSourcesProps) {
  return (
    <section aria-label={WALK_TEST_TEXTS.fromLevels}>
      <Heading>{WALK_TEST_TEXTS.fromLevels}</Heading>
      <Row>
        <FromReceiver chosen={chosen} inHand={inHand} />
        <FileTrigger
          acceptedFileTypes={[".csv", ".txt", ".tsv"]}
          onSelect={(files) => {
            const file = files?.[0];
            if (!file) return;
            if (file.size > MAX_WALK_BYTES)
              inHand.refuse(WALK_TEST_TEXTS.isLargerThan4Mb(file.name));
            else void file.text().then((text) => inHand.take(text, `“${file.name}”`));
          }}
        >
          <Button>{WALK_TEST_TEXTS.fromAFile}</Button>
        </FileTrigger>
      </Row>
      <TypedLevels take={inHand.take} />
    </section>
  );
}

/** What a connected receiver can do: be asked while somebody walks. */
function FromReceiver({ chosen, inHand }: Pick<WalkSourcesProps, "chosen" | "inHand">) {
  const { rig, day, channels } = useDay();
  const hands = useIntent<SyncIntent>(`/day/${day.id}/sync`);
  const { recorder, isWalking } = inHand;
  if (rig.state !== "ready") return null;
  const channel = channels.find((c) => c.id === chosen.walker.channelId);
  const off = rig.isPractice && channel?.pack && !channel.pack.isOn ? channel : null;
  return (
    <>
      {off && (
        <Button
          isDisabled={hands.isBusy}
          onPress={() =>
            hands.send({ intent: "handle-pack", packKey: off.packKey, change: { isOn: true } })
          }
        >
          {WALK_TEST_TEXTS.switch(off.packLabel)}
        </Button>
      )}
      {rig.isPractice && !off && (
        <PrimaryButton
          isDisabled={isWalking}
          why={recorder.isRunning ? WALK_TEST_TEXTS.aWalkIsBeingRecorded : null}
          onPress={() => void inHand.letWalk()}
        >
          {isWalking ? WALK_TEST_TEXTS.walking : WALK_TEST_TEXTS.letWalk(chosen.walker.talker)}
        </PrimaryButton>
      )}
      {recorder.isRunning ? (
        <>
          <Button onPress={recorder.stop}>{WALK_TEST_TEXTS.atTheEnd}</Button>
          <Soft aria-live="polite">
            {WALK_TEST_TEXTS.soFarWith(count(recorder.readings, "reading"))}
          </Soft>
        </>
      ) : (
        <Button isDisabled={isWalking} onPress={recorder.start}>
          {WALK_TEST_TEXTS.recordFromTheReceiver}
        </Button>
      )}
    </>
  );
}

function TypedLevels({ take }: Pick<WalkedInHand, "take">) {
  const [typed, setTyped] = useState("");
  return (
    <details>
      <summary>{WALK_TEST_TEXTS.typeOrPasteLevels}</summary>
      <Stack $gapPx={8}>
        <AreaField
          label={WALK_TEST_TEXTS.timeLevelOfALevel}
          value={typed}
          onChange={setTyped}
          rows={5}
          hint={WALK_TEST_TEXTS.oneLinePerReading}
        />
        <Row>
          <Button
            isDisabled={typed.trim() === ""}
            onPress={() => {
              if (take(typed, WALK_TEST_TEXTS.whatWasTyped)) setTyped("");
            }}
          >
            {WALK_TEST_TEXTS.usingTheseLevels}
          </Button>
        </Row>
      </Stack>
    </details>
  );
}
