import { useEffect, useState } from "react";
import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { useNavigate } from "react-router";
import styled from "styled-components";
import { pathOf, STAGES } from "~/app/routes/shared/addresses";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { MONO } from "~/app/ui/theme/theme";
import { isForScreen } from "~/app/routes/shared/isForScreen";

const STAGE_KEYS = STAGES.map(({ screen, label }, i) => ({ key: String(i + 1), screen, label }));

/** A second Enter this soon was meant for the button before. */
const SETTLE_MS = 600;
let pressedAt = -Infinity;

/** Enter, while nothing has the focus, presses the one button that the screen marks for it. */
function pressMain(event: KeyboardEvent): void {
  if (event.repeat || event.timeStamp - pressedAt < SETTLE_MS) return;
  const button = document.querySelector<HTMLButtonElement>("main button[data-enter]:enabled");
  if (!button) return;
  event.preventDefault();
  pressedAt = event.timeStamp;
  button.click();
}

/** Keys for the stages, and the sheet that shows them. Keys are left alone while one types. */
export function ShortcutHelp({ dayId }: { dayId: number }) {
  const [isOpen, setOpen] = useState(false);
  const navigate = useNavigate();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!isForScreen(event, "[role=slider]")) return;
      if (event.key === "?") setOpen(true);
      if (event.key === "Enter" && document.activeElement === document.body) pressMain(event);
      const stage = STAGE_KEYS.find(({ key }) => key === event.key);
      if (stage) void navigate(pathOf(dayId, stage.screen));
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [dayId, navigate]);
  return (
    <>
      <QuietButton aria-label="Keys" onPress={() => setOpen(true)}>
        ?
      </QuietButton>
      <Shade as={ModalOverlay} isOpen={isOpen} onOpenChange={setOpen} isDismissable>
        <Modal>
          <Sheet as={Dialog}>
            <Heading slot="title">Keys</Heading>
            <dl>
              {STAGE_KEYS.map(({ key, label }) => (
                <div key={key}>
                  <dt>{key}</dt>
                  <dd>{label}</dd>
                </div>
              ))}
              <div>
                <dt>Tab, arrows</dt>
                <dd>through a screen; in the spectrum, arrows read it out</dd>
              </div>
              <div>
                <dt>Enter</dt>
                <dd>with nothing chosen, at Pick: find frequencies, then use them</dd>
              </div>
              <div>
                <dt>Y, N, a figure</dt>
                <dd>
                  at Sync, by hand: answers the question; U undoes, M moves to a spare, X passes
                  over, F changes the form
                </dd>
              </div>
              <div>
                <dt>W, D, E</dt>
                <dd>at Walk test: somebody walks now, it dropped here, at the end; U undoes</dd>
              </div>
              <div>
                <dt>H, a number</dt>
                <dd>at Roll: a hit on that channel; Enter does what comes next</dd>
              </div>
              <div>
                <dt>N</dt>
                <dd>at Roll: a note of this moment</dd>
              </div>
              <div>
                <dt>T, S</dt>
                <dd>at Roll: the next take, the next scene</dd>
              </div>
              <div>
                <dt>[ and ]</dt>
                <dd>at Roll: less or more of the seam</dd>
              </div>
              <div>
                <dt>.</dt>
                <dd>at Roll, in practice: until something happens</dd>
              </div>
              <div>
                <dt>?</dt>
                <dd>this sheet</dd>
              </div>
            </dl>
            <Button onPress={() => setOpen(false)}>Close</Button>
          </Sheet>
        </Modal>
      </Shade>
    </>
  );
}

const Shade = styled.div`
  position: fixed;
  inset: 0;
  background: rgb(0 0 0 / 0.45);
  display: flex;
  align-items: center;
  justify-content: center;
  padding: 16px;
  z-index: 10;
`;
const Sheet = styled.div`
  background: var(--sheet);
  border: 2px solid var(--ink);
  border-radius: 4px;
  padding: 20px 24px;
  max-width: 460px;
  outline: none;
  display: flex;
  flex-direction: column;
  gap: 14px;
  dl div {
    display: grid;
    grid-template-columns: 110px 1fr;
    padding: 4px 0;
    border-bottom: 1px solid var(--rule);
  }
  dt {
    font-family: ${MONO};
  }
`;
