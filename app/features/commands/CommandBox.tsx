import { useMemo, useState } from "react";
import {
  Autocomplete,
  Dialog,
  Header,
  Input,
  Menu,
  MenuItem,
  MenuSection,
  Modal,
  ModalOverlay,
  SearchField,
} from "react-aria-components";
import { FRAME } from "~/contract/messages/frame";
import { type Command, commandStore } from "./commandStore";
import { matchesWords } from "./matchesWords";
import { useIsPainted } from "./useIsPainted";
import * as S from "./commandBox.styles";

/** What can be typed, under the heading it stands under. */
export interface CommandGroup {
  heading: string;
  commands: readonly Command[];
}

/** Any screen, channel or action, typed in words. */
export function CommandBox({
  isOpen,
  onOpen,
  groups,
}: {
  isOpen: boolean;
  onOpen: (isOpen: boolean) => void;
  /** What the frame offers beside what the screen itself can do. */
  groups: readonly CommandGroup[];
}) {
  return (
    <S.Shade as={ModalOverlay} isOpen={isOpen} onOpenChange={onOpen} isDismissable>
      <Modal>
        <S.Sheet as={Dialog} aria-label={FRAME.commands}>
          {isOpen && (
            // one Escape closes it, whatever stands typed
            <div
              style={{ display: "contents" }}
              onKeyDownCapture={(event) => event.key === "Escape" && onOpen(false)}
            >
              <Choices groups={groups} onDone={() => onOpen(false)} />
            </div>
          )}
        </S.Sheet>
      </Modal>
    </S.Shade>
  );
}

/** What a command is found by. */
const wordsOf = (c: Command): string => `${c.label} ${c.also ?? ""}`;

function Choices({ groups, onDone }: { groups: readonly CommandGroup[]; onDone: () => void }) {
  // what the screen can do is read as it opens: nothing behind it changes hands meanwhile
  const all = useMemo(
    () =>
      [{ heading: FRAME.screenGroup, commands: commandStore.of("screen") }, ...groups].filter(
        (g) => g.commands.length > 0,
      ),
    [groups],
  );
  // the field is there at once; the lines follow
  const hasLines = useIsPainted();
  const [typed, setTyped] = useState("");
  const run = (command: Command | undefined) => {
    if (!command) return;
    onDone();
    command.run();
  };
  return (
    <Autocomplete filter={matchesWords} inputValue={typed} onInputChange={setTyped}>
      <SearchField aria-label={FRAME.commandsHint} autoFocus>
        <Input
          placeholder={FRAME.commandsHint}
          onKeyDown={(event) => {
            // the list marks its first line a moment after the last letter; Enter need not wait
            if (event.key !== "Enter" || event.currentTarget.hasAttribute("aria-activedescendant"))
              return;
            const first = all
              .flatMap((g) => g.commands)
              .find((c) => typed.trim() !== "" && matchesWords(wordsOf(c), typed));
            if (first) event.preventDefault();
            run(first);
          }}
        />
      </SearchField>
      {hasLines && (
        <Menu
          aria-label={FRAME.commands}
          onAction={(key) => {
            const [group = 0, item = 0] = String(key).split(":").map(Number);
            run(all[group]?.commands[item]);
          }}
          renderEmptyState={() => <S.None>{FRAME.commandsNone}</S.None>}
        >
          {all.map(({ heading, commands }, g) => (
            <MenuSection key={heading}>
              <Header>{heading}</Header>
              {commands.map((c, i) => (
                <MenuItem key={i} id={`${g}:${i}`} textValue={wordsOf(c)}>
                  <span>{c.label}</span>
                  {c.key && <S.Key>{c.key}</S.Key>}
                </MenuItem>
              ))}
            </MenuSection>
          ))}
        </Menu>
      )}
    </Autocomplete>
  );
}
