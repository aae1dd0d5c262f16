import { useState } from "react";
import { DESTINATION_WORDS } from "~/contract/messages/patch";
import { defined } from "~/core/units/items";
import { capital, count } from "~/contract/messages/format";
import { PATCH_TEXTS } from "~/contract/messages/screens/patch";
import {
  type Destination,
  DESTINATION_KINDS,
  type DestinationKind,
  newDestination,
  type Socket,
} from "~/core/kit/patch";
import type { PatchView } from "~/server/services/prep/patch.server";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { DataGrid } from "~/app/ui/DataGrid/DataGrid";
import type { GridColumn } from "~/app/ui/DataGrid/gridColumn";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Heading, Row, Stack } from "~/app/ui/Page/Page";
import type { PatchIntent } from "./intents";

interface DestinationsProps {
  patch: PatchView;
  isBusy: boolean;
  send: (intent: PatchIntent) => void;
}

type SocketRow = Socket & { destination: Destination };

/** Cameras, recorders and mixers, each with its sockets: what they are, and where they record. */
export function Destinations({ patch, isBusy, send }: DestinationsProps) {
  const { destinations, inputs, version: expectedVersion } = patch;
  const [kind, setKind] = useState<DestinationKind>("camera");
  const [label, setLabel] = useState("");
  const usualInput = (of: DestinationKind) =>
    inputs.find((i) => i.kind === (of === "camera" ? "mic" : "line"))?.id ?? inputs[0]?.id ?? "";
  const [inputId, setInputId] = useState(usualInput("camera"));
  const [sockets, setSockets] = useState(2);
  const set = (next: Destination[]) =>
    send({ intent: "set-destinations", destinations: next, expectedVersion });
  const rows: SocketRow[] = destinations.flatMap((destination) =>
    destination.sockets.map((s) => ({ ...s, destination })),
  );
  const change = (row: SocketRow, part: Partial<Socket>) =>
    set(
      destinations.map((d) =>
        d === row.destination
          ? { ...d, sockets: d.sockets.map((s) => (s.id === row.id ? { ...s, ...part } : s)) }
          : d,
      ),
    );
  const columns: GridColumn<SocketRow>[] = [
    { id: "of", heading: PATCH_TEXTS.device, text: (s) => s.destination.label },
    {
      id: "name",
      heading: PATCH_TEXTS.socket,
      text: (s) => s.name,
      edit: () => ({
        kind: "text",
        value: (s) => s.name,
        commit: (s, name) => name.trim() !== "" && change(s, { name: name.trim() }),
      }),
    },
    {
      id: "input",
      heading: PATCH_TEXTS.input,
      text: (s) => inputs.find((i) => i.id === s.inputId)?.name ?? s.inputId,
      edit: () => ({
        kind: "choice",
        value: (s) => s.inputId,
        choices: () => inputs.map((i) => ({ id: i.id, label: i.name })),
        commit: (s, id) => change(s, { inputId: id }),
      }),
    },
    {
      id: "track",
      heading: PATCH_TEXTS.track,
      text: (s) => String(s.track ?? "–"),
      sortBy: (s) => s.track ?? 999,
      edit: () => ({
        kind: "text",
        value: (s) => String(s.track ?? ""),
        commit: (s, text) => {
          const track = Number(text);
          if (text.trim() === "") change(s, { track: null });
          else if (Number.isInteger(track) && track > 0 && track <= 128) change(s, { track });
        },
      }),
    },
    {
      id: "where",
      heading: PATCH_TEXTS.itsSwitches,
      text: (s) => s.where || "–",
      edit: () => ({
        kind: "text",
        value: (s) => s.where,
        commit: (s, where) => change(s, { where: where.trim() }),
      }),
    },
  ];
  // the first letter that no other of its kind has
  const usualName = defined(
    Array.from("ABCDEFGHIJKLMNOPQRSTUVWXYZ", (letter) =>
      PATCH_TEXTS.named(capital(DESTINATION_WORDS[kind]), letter),
    ).find((name, i) => i === 25 || !destinations.some((d) => d.label === name)),
  );
  return (
    <section aria-label={PATCH_TEXTS.camerasAndRecorders}>
      <Heading>{PATCH_TEXTS.camerasAndRecorders}</Heading>
      <Stack $gapPx={10}>
        {rows.length > 0 && (
          <DataGrid
            label={PATCH_TEXTS.camerasAndRecorders}
            rows={rows}
            rowKey={(s) => s.id}
            columns={columns}
            isBusy={isBusy}
            empty=""
            tools={destinations.map((d) => (
              <QuietButton
                key={d.id}
                isDisabled={isBusy}
                onPress={() => set(destinations.filter((x) => x !== d))}
              >
                {PATCH_TEXTS.remove(d.label)}
              </QuietButton>
            ))}
          />
        )}
        <Row style={{ alignItems: "end" }}>
          <SelectField
            label={PATCH_TEXTS.kind}
            choices={DESTINATION_KINDS.map((id) => ({ id, label: DESTINATION_WORDS[id] }))}
            value={kind}
            onChange={(id) => {
              setKind(id);
              setInputId(usualInput(id));
            }}
          />
          <TextField
            label={PATCH_TEXTS.name}
            value={label}
            onChange={setLabel}
            widthCh={14}
            placeholder={usualName}
          />
          <SelectField
            label={PATCH_TEXTS.input}
            choices={inputs.map((i) => ({ id: i.id, label: i.name }))}
            value={inputId}
            onChange={setInputId}
          />
          <NumberField
            label={PATCH_TEXTS.sockets}
            unit=""
            min={1}
            max={32}
            step={1}
            value={sockets}
            onChange={setSockets}
          />
          <Button
            isDisabled={isBusy}
            onPress={() => {
              set([
                ...destinations,
                newDestination({
                  id: `d${destinations.length + 1}-${expectedVersion}`,
                  label: label.trim() || usualName,
                  kind,
                  inputId,
                  sockets,
                }),
              ]);
              setLabel("");
            }}
          >
            {PATCH_TEXTS.addWith(count(sockets, "socket"))}
          </Button>
        </Row>
      </Stack>
    </section>
  );
}
