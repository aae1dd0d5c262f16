import { useRef, useState } from "react";
import { ToggleButtonGroup } from "react-aria-components";
import { capital } from "~/contract/messages/format";
import { meterFigureErrorWords } from "~/contract/messages/handRun";
import { unitFindingErrorWords } from "~/contract/messages/unitScan";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { readUnitPlaces, type UnitFindingKind } from "~/core/evidence/unitScan";
import { meterFigureText, readMeterFigure, USUAL_BARS } from "~/core/devices/meterFigure";
import { PrimaryButton, ToggleButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Soft } from "~/app/ui/Page/Page";
import type { EntryProps } from "./BankCounts";
import * as S from "./ownScreen.styles";

const HINTS: Partial<Record<UnitFindingKind, string>> = {
  ranked: SCAN_TEXTS.theQuietestFirstAsMany,
  proposal: SCAN_TEXTS.whatItsSearchStopped,
  graph: SCAN_TEXTS.zoomInPutItsCursor,
  noise: SCAN_TEXTS.allPacksOffBars,
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
  const { numbered } = receiver;
  const { banks = [] } = numbered;
  const read = readUnitPlaces(text, numbered);
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
    numbered.readout === "switch-code"
      ? SCAN_TEXTS.codeOrMhz
      : numbered.readout === "preset"
        ? SCAN_TEXTS.presetOrMhz
        : banks.length > 0
          ? SCAN_TEXTS.mhzOrBankMember(banks[0]?.id ?? 1)
          : "MHz";
  return (
    <S.Entry>
      <TextField
        label={`${kind === "ranked" ? SCAN_TEXTS.frequencies : SCAN_TEXTS.frequency}, ${names}`}
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
          aria-label={SCAN_TEXTS.whereItsSearchStarted}
          selectionMode="single"
          disallowEmptySelection
          selectedKeys={[from]}
          onSelectionChange={(chosen) => setFrom(chosen.has("top") ? "top" : "bottom")}
        >
          <ToggleButton id="bottom">{SCAN_TEXTS.fromTheBottom}</ToggleButton>
          <ToggleButton id="top">{SCAN_TEXTS.fromTheTop}</ToggleButton>
        </ToggleButtonGroup>
      )}
      {kind === "noise" && (
        <TextField
          label={SCAN_TEXTS.itsMeterShows}
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
        {SCAN_TEXTS.saveTheNote}
      </PrimaryButton>
      <Soft>{HINTS[kind] ?? ""}</Soft>
    </S.Entry>
  );
}
