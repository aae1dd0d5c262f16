import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { SwitchField } from "~/app/ui/Field/Field";
import type { SyncIntent } from "./intents";

const SWITCHES = [
  ["isOn", "on"],
  ["isMuted", "muted"],
  ["isMicPlugged", SYNC_TEXTS.microphonePlugged],
] as const;

/** The switches of a practice pack, in the place of hands. */
export function PackSwitches({
  channel: c,
  send,
}: {
  channel: ChannelView;
  send: (intent: SyncIntent) => void;
}) {
  return SWITCHES.map(([name, words]) => (
    <SwitchField
      key={name}
      isSelected={c.pack?.[name] ?? false}
      isDisabled={!c.pack}
      onChange={(is) => send({ intent: "handle-pack", packKey: c.packKey, change: { [name]: is } })}
    >
      {words}
    </SwitchField>
  ));
}
