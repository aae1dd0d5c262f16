import { useState } from "react";
import type { Kit } from "~/core/kit/models";
import type { KitPart } from "~/server/services/prep/kits.server";
import { Notice } from "~/app/ui/Notice/Notice";
import { Stack } from "~/app/ui/Page/Page";
import { InputTable } from "./InputTable";
import type { ModelIntent } from "./intents";
import { MicrophoneTable } from "./MicrophoneTable";
import { TapeTable } from "./TapeTable";

interface PartsProps {
  kit: Kit;
  expectedVersion: number;
  isBusy: boolean;
  send: (intent: ModelIntent) => void;
}

/** Microphones, inputs and tapes: small tables, changed cell by cell. */
export function Parts({ kit, expectedVersion, isBusy, send }: PartsProps) {
  const [wrong, setWrong] = useState<string | null>(null);
  const save = (part: KitPart) => {
    setWrong(null);
    send({ intent: "save-part", part, expectedVersion });
  };
  const told = (part: KitPart["part"]) => ({
    isBusy,
    tellWrong: setWrong,
    drop: (id: string) => send({ intent: "drop-part", part, id, expectedVersion }),
  });
  return (
    <Stack $gapPx={20}>
      {wrong && <Notice kind="refused">{wrong}</Notice>}
      <MicrophoneTable
        {...told("microphones")}
        rows={kit.microphones}
        save={(item) => save({ part: "microphones", item })}
      />
      <InputTable
        {...told("inputs")}
        rows={kit.inputs}
        save={(item) => save({ part: "inputs", item })}
      />
      <TapeTable
        {...told("blocks")}
        rows={kit.blocks}
        blocks={[...kit.receivers, ...kit.packs].flatMap((m) => m.block ?? [])}
        save={(item) => save({ part: "blocks", item })}
      />
    </Stack>
  );
}
