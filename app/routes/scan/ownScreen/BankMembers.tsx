import { useState } from "react";
import { ToggleButtonGroup } from "react-aria-components";
import { capital } from "~/contract/messages/format";
import { unitFindingErrorWords } from "~/contract/messages/unitScan";
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
          aria-label="Bank"
          selectionMode="single"
          disallowEmptySelection
          selectedKeys={[bank.id]}
          onSelectionChange={(chosen) => {
            const [id] = chosen;
            if (id !== undefined) pick(String(id));
          }}
        >
          {banks.map((b) => (
            <ToggleButton key={b.id} id={b.id}>{`Bank ${b.id}`}</ToggleButton>
          ))}
        </ToggleButtonGroup>
        <TextField
          label="Free members, as 1-4 6 9"
          value={text}
          onChange={setText}
          onCommit={() => undefined}
          onEnter={save}
          isFocused={isFirst}
          widthCh={16}
          error={typed && !typed.ok ? `${capital(unitFindingErrorWords(typed.error))}.` : null}
        />
        <PrimaryButton why={canSave ? null : "Tick or type the free members."} onPress={save}>
          {canSave ? `Note ${free.length} of ${bank.members.length} free` : "Note it"}
        </PrimaryButton>
      </S.Entry>
      <S.Grid
        as={ToggleButtonGroup}
        aria-label={`Members of bank ${bank.id} that are free`}
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
        <Button onPress={() => setTicked(bank.members.map((_, i) => i + 1))}>All free</Button>
        <Button onPress={() => setTicked([])}>None free</Button>
        <Soft>tick what its screen offers; what is not ticked counts as taken</Soft>
      </Row>
    </>
  );
}
