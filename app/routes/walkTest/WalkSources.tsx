import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { count } from "~/contract/messages/format";
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
    <section aria-label="From levels">
      <Heading>From levels</Heading>
      <Row>
        <FromReceiver chosen={chosen} inHand={inHand} />
        <FileTrigger
          acceptedFileTypes={[".csv", ".txt", ".tsv"]}
          onSelect={(files) => {
            const file = files?.[0];
            if (!file) return;
            if (file.size > MAX_WALK_BYTES)
              inHand.refuse(`“${file.name}” is larger than 4 MB: no walk is. Nothing was taken.`);
            else void file.text().then((text) => inHand.take(text, `“${file.name}”`));
          }}
        >
          <Button>From a file</Button>
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
        >{`Switch ${off.packLabel} on`}</Button>
      )}
      {rig.isPractice && !off && (
        <PrimaryButton
          isDisabled={isWalking}
          why={recorder.isRunning ? "A walk is being recorded." : null}
          onPress={() => void inHand.letWalk()}
        >
          {isWalking ? "Walking…" : `Let ${chosen.walker.talker} walk it`}
        </PrimaryButton>
      )}
      {recorder.isRunning ? (
        <>
          <Button onPress={recorder.stop}>At the end</Button>
          <Soft aria-live="polite">{`${count(recorder.readings, "reading")} so far`}</Soft>
        </>
      ) : (
        <Button isDisabled={isWalking} onPress={recorder.start}>
          Record from the receiver
        </Button>
      )}
    </>
  );
}

function TypedLevels({ take }: Pick<WalkedInHand, "take">) {
  const [typed, setTyped] = useState("");
  return (
    <details>
      <summary>Type or paste levels</summary>
      <Stack $gapPx={8}>
        <AreaField
          label="Time, level of A, level of B"
          value={typed}
          onChange={setTyped}
          rows={5}
          hint="A line for each reading, from the walk’s start to its end: seconds or 1:05, then dBm (or dBµV where a heading says so). B may be missing."
        />
        <Row>
          <Button
            isDisabled={typed.trim() === ""}
            onPress={() => {
              if (take(typed, "what was typed")) setTyped("");
            }}
          >
            Lay it over
          </Button>
        </Row>
      </Stack>
    </details>
  );
}
