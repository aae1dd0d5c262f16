import { useRef, useState } from "react";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import type { ReadReceiver } from "~/server/services/scan/unitScanView.server";
import type { UnitFinding } from "~/core/evidence/unitScan";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Soft } from "~/app/ui/Page/Page";
import * as S from "./ownScreen.styles";

export interface EntryProps {
  receiver: ReadReceiver;
  tell: (findings: UnitFinding[]) => void;
  /** Whether its first field takes the keys. */
  isFirst: boolean;
}

/** How many members of each bank are free: a figure a bank, Enter goes on, and the last one saves. */
export function BankCounts({ receiver, tell, isFirst }: EntryProps) {
  const [texts, setTexts] = useState<Record<string, string>>({});
  const fields = useRef(new Map<string, HTMLInputElement | null>());
  const { banks } = receiver;
  const problemOf = (id: string, members: number): string | null => {
    const text = (texts[id] ?? "").trim();
    if (text === "") return null;
    return !/^\d{1,4}$/.test(text)
      ? "a number"
      : Number(text) > members
        ? SCAN_TEXTS.it(members)
        : null;
  };
  const given = banks.filter((b) => (texts[b.id] ?? "").trim() !== "");
  const isWrong = banks.some((b) => problemOf(b.id, b.members.length) !== null);
  const save = () => {
    if (given.length === 0 || isWrong) return;
    (document.activeElement as HTMLElement | null)?.blur();
    tell(given.map((b) => ({ kind: "bank-count", bank: b.id, free: Number(texts[b.id]) })));
    setTexts({});
  };
  return (
    <S.Entry>
      {banks.map((b, i) => (
        <TextField
          key={b.id}
          label={SCAN_TEXTS.bank(b.id, b.members.length)}
          value={texts[b.id] ?? ""}
          onChange={(text) => setTexts({ ...texts, [b.id]: text })}
          onCommit={() => undefined}
          onEnter={() => {
            const next = banks[i + 1];
            const field = next && fields.current.get(next.id);
            if (field) field.focus();
            else save();
          }}
          inputRef={(field) => {
            fields.current.set(b.id, field);
          }}
          isFocused={isFirst && i === 0}
          widthCh={4}
          inputMode="decimal"
          error={problemOf(b.id, b.members.length)}
          placeholder={b.count === null ? "" : String(b.count)}
        />
      ))}
      <PrimaryButton
        why={
          given.length === 0
            ? SCAN_TEXTS.typeACountFirst
            : isWrong
              ? SCAN_TEXTS.correctTheCountInRed
              : null
        }
        onPress={save}
      >
        {SCAN_TEXTS.saveTheNote}
      </PrimaryButton>
      <Soft>{SCAN_TEXTS.howManyItsScreenShows}</Soft>
    </S.Entry>
  );
}
