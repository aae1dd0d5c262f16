import { useMemo, useState } from "react";
import { Link } from "react-router";
import { OTHER_BLOCK_WORDS } from "~/contract/messages/antenna";
import { capital, count, formatDb, listWords, rangesWords } from "~/contract/messages/format";
import { ANTENNA_OWNER_WORDS } from "~/contract/messages/kit";
import { ANTENNA_NAMES } from "~/contract/messages/plan";
import { KIT_TEXTS } from "~/contract/messages/screens/kit";
import {
  ANTENNA_KINDS,
  ANTENNA_OWNERS,
  type AntennaKind,
  antennaTape,
  type KitAntenna,
  nextAntennaLabel,
} from "~/core/kit/antennas";
import type { SeatedAntenna } from "~/core/kit/antennaPlan";
import type { Kit } from "~/core/kit/models";
import { parseTuning } from "~/core/kit/modelText";
import type { AntennasView } from "~/server/services/prep/antennas.server";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { DataGrid } from "~/app/ui/DataGrid/DataGrid";
import type { GridColumn } from "~/app/ui/DataGrid/gridColumn";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import type { KitIntent } from "./intents";

type Told = AntennasView["antennas"][number];

const bare = ({ covers: _, ...antenna }: Told): KitAntenna => antenna;

/** A range as somebody marks it: "470–542", or nothing. */
function readRange(text: string): KitAntenna["range"] | "wrong" {
  if (text.trim() === "") return null;
  const read = parseTuning(text);
  const range = read.ok ? read.value[0] : undefined;
  return range && range.highHz > range.lowHz
    ? { lowHz: range.lowHz, highHz: range.highHz }
    : "wrong";
}

/** What the open sockets that are like the first one ask for; a pair where all have one. */
function askedBy(lacking: readonly SeatedAntenna[]): {
  range: string;
  connector: string;
  howMany: number;
} {
  const [first] = lacking;
  if (!first) return { range: "", connector: "SMA", howMany: 2 };
  const rangeOf = ({ seat }: SeatedAntenna) =>
    seat.frequenciesHz.length === 0
      ? ""
      : `${Math.floor(Math.min(...seat.frequenciesHz) / 1e6)}–${Math.ceil(Math.max(...seat.frequenciesHz) / 1e6)}`;
  const range = rangeOf(first);
  const { connector } = first.seat;
  return {
    range,
    connector,
    howMany: lacking.filter((s) => s.seat.connector === connector && rangeOf(s) === range).length,
  };
}

/** Every antenna of the kit, with what it covers and where it goes. */
export function Antennas({
  view,
  kit,
  dayId,
  isBusy,
  send,
}: {
  view: AntennasView;
  kit: Kit;
  dayId: number;
  isBusy: boolean;
  send: (intent: KitIntent) => void;
}) {
  const { version: expectedVersion, seated } = view;
  const set = (antennas: KitAntenna[]) =>
    send({ intent: "set-antennas", antennas, expectedVersion });
  const [kind, setKind] = useState<AntennaKind>("whip-quarter");
  // what nobody typed stands as the first open sockets ask for it
  const [typed, setTyped] = useState<{ range?: string; connector?: string; howMany?: number }>({});
  const [wrong, setWrong] = useState<string | null>(null);
  const columns = useMemo((): GridColumn<Told>[] => {
    const change = (antenna: Told, part: Partial<KitAntenna>) =>
      set(view.antennas.map((a) => bare(a === antenna ? { ...a, ...part } : a)));
    const seatOf = (a: Told) => seated.find((s) => s.antenna?.id === a.id);
    return [
      {
        id: "label",
        heading: KIT_TEXTS.antenna,
        text: (a) => a.label,
        cell: (a) => <b>{a.label}</b>,
        edit: () => ({
          kind: "text",
          value: (a) => a.label,
          commit: (a, label) => label.trim() !== "" && change(a, { label: label.trim() }),
        }),
      },
      {
        id: "kind",
        heading: KIT_TEXTS.kind,
        text: (a) => ANTENNA_NAMES[a.kind],
        edit: () => ({
          kind: "choice",
          value: (a) => a.kind,
          choices: () => ANTENNA_KINDS.map((id) => ({ id, label: ANTENNA_NAMES[id] })),
          commit: (a, id) => change(a, { kind: id as AntennaKind }),
        }),
      },
      {
        id: "covers",
        heading: KIT_TEXTS.coversMhz,
        text: (a) =>
          a.covers === null
            ? KIT_TEXTS.notMarked
            : `${rangesWords([a.covers])}${a.range === null ? KIT_TEXTS.byBlock(a.block ?? "") : ""}`,
        edit: () => ({
          kind: "text",
          value: (a) => (a.range ? rangesWords([a.range]) : ""),
          commit: (a, text) => {
            const read = readRange(text);
            if (read === "wrong") setWrong(KIT_TEXTS.isNoRange(text));
            else change(a, { range: read });
          },
        }),
      },
      {
        id: "connector",
        heading: KIT_TEXTS.connector,
        text: (a) => a.connector ?? "–",
        edit: () => ({
          kind: "text",
          value: (a) => a.connector ?? "",
          commit: (a, text) => change(a, { connector: text.trim() || null }),
        }),
      },
      {
        id: "owner",
        heading: KIT_TEXTS.belongsOn,
        text: (a) => ANTENNA_OWNER_WORDS[a.owner],
        edit: () => ({
          kind: "choice",
          value: (a) => a.owner,
          choices: () => ANTENNA_OWNERS.map((id) => ({ id, label: ANTENNA_OWNER_WORDS[id] })),
          commit: (a, id) => change(a, { owner: id as KitAntenna["owner"] }),
        }),
      },
      {
        id: "tape",
        heading: KIT_TEXTS.tape,
        text: (a) => antennaTape(kit, a) ?? "–",
        edit: () => ({
          kind: "text",
          value: (a) => a.tape ?? "",
          commit: (a, text) => change(a, { tape: text.trim() || null }),
        }),
      },
      {
        id: "goes",
        heading: KIT_TEXTS.goesOn,
        text: (a) => {
          const seat = seatOf(a);
          return seat ? `${seat.seat.label} ${seat.socket}` : KIT_TEXTS.spare;
        },
        cell: (a) => {
          const seat = seatOf(a);
          if (!seat) return <Soft>{KIT_TEXTS.spare}</Soft>;
          const lossDb = seat.lossDb ?? 0;
          return lossDb >= 0.5 ? (
            <Status status="stale">
              {KIT_TEXTS.outsideIts(`${seat.seat.label} ${seat.socket}`, formatDb(lossDb))}
            </Status>
          ) : (
            `${seat.seat.label} ${seat.socket}`
          );
        },
      },
      {
        id: "remove",
        heading: "",
        text: () => KIT_TEXTS.takeOut,
        act: (a) => set(view.antennas.filter((x) => x !== a).map(bare)),
      },
    ];
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `set` is made of the view and `send`
  }, [view, kit, seated]);
  const lacking = seated.filter((s) => s.antenna === null);
  const asked = askedBy(lacking);
  const { range, connector, howMany } = { ...asked, ...typed };
  const add = () => {
    const read = readRange(range);
    if (read === "wrong") {
      setWrong(KIT_TEXTS.isNoRange(range));
      return;
    }
    const made: KitAntenna[] = [];
    for (let i = 0; i < howMany; i += 1) {
      const all = [...view.antennas, ...made];
      const label = nextAntennaLabel(all, ANTENNA_NAMES[kind]);
      made.push({
        id: `a-${label}-${expectedVersion}`,
        label,
        kind,
        range: read,
        block: null,
        connector: connector.trim() || null,
        owner: kind === "whip-quarter" ? "receiver" : "stand",
        tape: null,
      });
    }
    set([...view.antennas.map(bare), ...made]);
    setTyped({});
    setWrong(null);
  };
  return (
    <section aria-label={KIT_TEXTS.antennas2}>
      <Row>
        <Heading>{KIT_TEXTS.antennas2}</Heading>
        {view.earlierVersion !== null && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "undo-antennas", expectedVersion })}
          >
            {KIT_TEXTS.undoTheLastChange}
          </QuietButton>
        )}
      </Row>
      {seated.length > 0 && (
        <p>
          {lacking.length === 0 ? (
            <Status status="done">{KIT_TEXTS.everySocketHasOne}</Status>
          ) : (
            <Status status="problem">
              {KIT_TEXTS.noAntennaFor(
                capital(count(lacking.length, "socket")),
                listWords(
                  lacking
                    .slice(0, 4)
                    .map((s) => `${s.seat.label} ${s.socket} (${s.seat.connector})`),
                ),
              )}
            </Status>
          )}
        </p>
      )}
      {view.antennas.length > 0 && (
        <DataGrid
          label={KIT_TEXTS.antennas2}
          rows={view.antennas}
          rowKey={(a) => a.id}
          columns={columns}
          isBusy={isBusy}
          empty=""
        />
      )}
      <Row style={{ alignItems: "end", marginTop: 12 }}>
        <SelectField
          label={KIT_TEXTS.kind}
          choices={ANTENNA_KINDS.map((id) => ({ id, label: ANTENNA_NAMES[id] }))}
          value={kind}
          onChange={setKind}
        />
        <TextField
          label={KIT_TEXTS.coversMhz}
          value={range}
          onChange={(text) => {
            setTyped((t) => ({ ...t, range: text }));
            setWrong(null);
          }}
          error={wrong}
          widthCh={12}
          placeholder="470–542"
        />
        <TextField
          label={KIT_TEXTS.connector}
          value={connector}
          onChange={(text) => setTyped((t) => ({ ...t, connector: text }))}
          widthCh={8}
        />
        <NumberField
          label={KIT_TEXTS.howMany}
          unit=""
          min={1}
          max={40}
          step={1}
          value={howMany}
          onChange={(n) => setTyped((t) => ({ ...t, howMany: n }))}
        />
        <Button isDisabled={isBusy} onPress={add}>
          {KIT_TEXTS.addAntennas(count(howMany, "antenna"))}
        </Button>
        <Link to={`/day/${dayId}/antennas`}>{KIT_TEXTS.feedOfSeveral}</Link>
      </Row>
      <Soft as="p">{OTHER_BLOCK_WORDS}</Soft>
    </section>
  );
}
