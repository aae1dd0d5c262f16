import { useState } from "react";
import { ToggleButtonGroup } from "react-aria-components";
import { capital } from "~/contract/messages/format";
import { unitFindingErrorWords } from "~/contract/messages/unitScan";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { readMembers } from "~/core/evidence/unitScan";
import { formatMhz } from "~/core/units/frequencyText";
import { Button, PrimaryButton, ToggleButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";
import type { EntryProps } from "./BankCounts";
import * as S from "./ownScreen.styles";
import { placeNote } from "./PlaceChips";

/** Which members of a bank are free: ticked on a grid by thumb or arrow keys, or typed as "1-4 6 9". */
export function BankMembers({ receiver, tell, isFirst }: EntryProps) {
  const { banks } = receiver;
  const [bankId, setBankId] = useState(banks[0]?.id ?? "");
  const bank = banks.find((b) => b.id === bankId) ?? banks[0];
  const [ticked, setTicked] = useState<readonly number[] | null>(null);
  const [text, setText] = useState("");
  if (!bank) return null;
  const toldFree = bank.members.flatMap((m, i) => (m.told === "free" ? [i + 1] : []));
  const shown = ticked ?? toldFree;
  const typed =
    text.trim() === ""
      ? null
      : readMembers(text, { id: bank.id, frequenciesHz: bank.members.map((m) => m.frequencyHz) });
  const free = typed?.ok ? typed.value : shown;
  const canSave = ticked !== null || typed?.ok === true;
  const save = () => {
    if (!canSave) return;
    (document.activeElement as HTMLElement | null)?.blur();
    tell([{ kind: "bank-members", bank: bank.id, free: [...free] }]);
    const next = banks[banks.indexOf(bank) + 1];
    if (next) setBankId(next.id);
    setTicked(null);
    setText("");
  };
  const pick = (id: string) => {
    setBankId(id);
    setTicked(null);
    setText("");
  };
  return (
    <>
      <S.Entry>
        <ToggleButtonGroup
          aria-label={SCAN_TEXTS.bank2}
          selectionMode="single"
          disallowEmptySelection
          selectedKeys={[bank.id]}
          onSelectionChange={(chosen) => {
            const [id] = chosen;
            if (id !== undefined) pick(String(id));
          }}
        >
          {banks.map((b) => (
            <ToggleButton key={b.id} id={b.id}>
              {SCAN_TEXTS.bankWith(b.id)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <TextField
          label={SCAN_TEXTS.freeMembersAs14}
          value={text}
          onChange={setText}
          onCommit={() => undefined}
          onEnter={save}
          isFocused={isFirst}
          widthCh={16}
          error={typed && !typed.ok ? `${capital(unitFindingErrorWords(typed.error))}.` : null}
        />
        <PrimaryButton why={canSave ? null : SCAN_TEXTS.checkOrTypeTheFree} onPress={save}>
          {canSave
            ? SCAN_TEXTS.noteOfFree(free.length, bank.members.length)
            : SCAN_TEXTS.saveTheNote}
        </PrimaryButton>
      </S.Entry>
      <S.Grid
        as={ToggleButtonGroup}
        aria-label={SCAN_TEXTS.membersOfBank(bank.id)}
        selectionMode="multiple"
        selectedKeys={free.map(String)}
        onSelectionChange={(chosen: Set<string | number>) => {
          setText("");
          setTicked([...chosen].map(Number).sort((a, b) => a - b));
        }}
      >
        {bank.members.map((m, i) => (
          <S.Member key={m.frequencyHz} as={ToggleButton} id={String(i + 1)}>
            <b>{i + 1}</b>
            <span>{formatMhz(m.frequencyHz)}</span>
            <small>{placeNote(m)}</small>
          </S.Member>
        ))}
      </S.Grid>
      <Row>
        <Button onPress={() => setTicked(bank.members.map((_, i) => i + 1))}>
          {SCAN_TEXTS.allFree}
        </Button>
        <Button onPress={() => setTicked([])}>{SCAN_TEXTS.noneFree}</Button>
        <Soft>{SCAN_TEXTS.checkWhatItsScreenOffers}</Soft>
      </Row>
    </>
  );
}
