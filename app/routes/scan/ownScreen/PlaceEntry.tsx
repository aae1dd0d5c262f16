import { useRef, useState } from "react";
import { ToggleButtonGroup } from "react-aria-components";
import { capital } from "~/contract/messages/format";
import { meterFigureErrorWords } from "~/contract/messages/handRun";
import { unitFindingErrorWords } from "~/contract/messages/unitScan";
import { readUnitPlaces, type UnitFindingKind } from "~/core/evidence/unitScan";
import { meterFigureText, readMeterFigure, USUAL_BARS } from "~/core/devices/meterFigure";
import { PrimaryButton, ToggleButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Soft } from "~/app/ui/Page/Page";
import type { EntryProps } from "./BankCounts";
import * as S from "./ownScreen.styles";

const HINTS: Partial<Record<UnitFindingKind, string>> = {
  ranked: "the quietest first, as many as it shows",
  proposal: "what its search stopped at; note the next one too",
  graph: "zoom in, put its cursor on the lowest point",
  noise: "all packs off; bars as 1/5, or dBm",
};

/** A place, or several in their order, as the receiver names them; with its meter where that tells. */
export function PlaceEntry({
  receiver,
  tell,
  isFirst,
  kind,
}: EntryProps & { kind: UnitFindingKind }) {
  const [text, setText] = useState("");
  const [figure, setFigure] = useState("");
  const [from, setFrom] = useState<"bottom" | "top">("bottom");
  const [error, setError] = useState<string | null>(null);
  const meter = useRef<HTMLInputElement>(null);
  const banks = receiver.banks.map((b) => ({
    id: b.id,
    frequenciesHz: b.members.map((m) => m.frequencyHz),
  }));
  const read = readUnitPlaces(text, { ...receiver, banks });
  const shown = readMeterFigure(figure, { name: "bars", of: USUAL_BARS });
  const save = () => {
    if (!read.ok) {
      setError(`${capital(unitFindingErrorWords(read.error))}.`);
      return;
    }
    if (kind === "noise" && !shown.ok) {
      setError(meterFigureErrorWords(shown.error));
      return;
    }
    (document.activeElement as HTMLElement | null)?.blur();
    tell(
      kind === "ranked"
        ? [{ kind, frequenciesHz: read.value }]
        : read.value.map((frequencyHz) =>
            kind === "noise"
              ? { kind, frequencyHz, shown: shown.ok ? meterFigureText(shown.value) : "" }
              : kind === "graph"
                ? { kind, frequencyHz }
                : { kind: "proposal", frequencyHz, from },
          ),
    );
    setText("");
    setFigure("");
  };
  const names =
    receiver.readout === "switch-code"
      ? "code or MHz"
      : receiver.readout === "preset"
        ? "preset or MHz"
        : banks.length > 0
          ? `MHz, or bank.member as ${banks[0]?.id ?? 1}.4`
          : "MHz";
  return (
    <S.Entry>
      <TextField
        label={`${kind === "ranked" ? "Frequencies" : "Frequency"}, ${names}`}
        value={text}
        onChange={(t) => {
          setText(t);
          setError(null);
        }}
        onCommit={() => undefined}
        onEnter={() => (kind === "noise" ? meter.current?.focus() : save())}
        isFocused={isFirst}
        widthCh={kind === "ranked" ? 32 : 12}
        error={error}
      />
      {kind === "proposal" && (
        <ToggleButtonGroup
          aria-label="Where its search began"
          selectionMode="single"
          disallowEmptySelection
          selectedKeys={[from]}
          onSelectionChange={(chosen) => setFrom(chosen.has("top") ? "top" : "bottom")}
        >
          <ToggleButton id="bottom">from the bottom</ToggleButton>
          <ToggleButton id="top">from the top</ToggleButton>
        </ToggleButtonGroup>
      )}
      {kind === "noise" && (
        <TextField
          label="Its meter shows"
          value={figure}
          onChange={(t) => {
            setFigure(t);
            setError(null);
          }}
          onCommit={() => undefined}
          onEnter={save}
          inputRef={meter}
          widthCh={7}
          placeholder="0/5"
        />
      )}
      <PrimaryButton isDisabled={text.trim() === ""} onPress={save}>
        Note it
      </PrimaryButton>
      <Soft>{HINTS[kind] ?? ""}</Soft>
    </S.Entry>
  );
}
