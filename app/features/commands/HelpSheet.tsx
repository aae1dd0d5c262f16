import { useState } from "react";
import {
  Dialog,
  Heading,
  Modal,
  ModalOverlay,
  Tab,
  TabList,
  TabPanel,
  Tabs,
} from "react-aria-components";
import styled from "styled-components";
import { FRAME, HELP_KEYS } from "~/contract/messages/frame";
import { HELP, HELP_PAGES, HELP_WORDS, type HelpStage } from "~/contract/messages/help";
import { Button } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { type Command, commandStore } from "./commandStore";
import { Key, Shade } from "./commandBox.styles";
import { useIsPainted } from "./useIsPainted";

/** A short page for the stage that is open, every key that works now, and the words. */
export function HelpSheet({
  isOpen,
  onOpen,
  stage,
}: {
  isOpen: boolean;
  onOpen: (isOpen: boolean) => void;
  stage: HelpStage;
}) {
  return (
    <Shade as={ModalOverlay} isOpen={isOpen} onOpenChange={onOpen} isDismissable>
      <Modal>
        <Sheet as={Dialog}>
          <Top>
            <Heading slot="title">{HELP.title}</Heading>
            <Button onPress={() => onOpen(false)}>{FRAME.close}</Button>
          </Top>
          {isOpen && <Pages stage={stage} />}
        </Sheet>
      </Modal>
    </Shade>
  );
}

function Pages({ stage }: { stage: HelpStage }) {
  // the sheet is there at once; its pages follow
  if (!useIsPainted()) return null;
  return (
    <Tabs defaultSelectedKey="page">
      <Bar as={TabList} aria-label={HELP.title}>
        <Tab id="page">{HELP.page}</Tab>
        <Tab id="keys">{HELP.keys}</Tab>
        <Tab id="words">{HELP.words}</Tab>
      </Bar>
      <TabPanel id="page">
        <Page stage={stage} />
      </TabPanel>
      <TabPanel id="keys">
        <Keys />
      </TabPanel>
      <TabPanel id="words">
        <Words />
      </TabPanel>
    </Tabs>
  );
}

function Page({ stage }: { stage: HelpStage }) {
  const page = HELP_PAGES[stage];
  return (
    <article aria-label={page.title}>
      <p>
        <b>{page.title}.</b> {page.about}
      </p>
      <h3>{HELP.steps}</h3>
      <ol>
        {page.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <p>
        <b>{HELP.good}</b> {page.good}
      </p>
      <p>
        <b>{HELP.trouble}:</b> {page.trouble}
      </p>
    </article>
  );
}

function Words() {
  const [typed, setTyped] = useState("");
  const wanted = typed.trim().toLowerCase();
  const found = HELP_WORDS.filter((entry) =>
    entry.some((part) => part.toLowerCase().includes(wanted)),
  );
  return (
    <>
      <TextField label={HELP.findWord} value={typed} onChange={setTyped} widthCh={20} />
      <Glossary>
        {found.map(([term, meaning]) => (
          <div key={term}>
            <dt>{term}</dt>
            <dd>{meaning}</dd>
          </div>
        ))}
      </Glossary>
      {found.length === 0 && <p>{HELP.noWord}</p>}
    </>
  );
}

function Keys() {
  const everywhere = commandStore.of("everywhere");
  const isGo = (c: Command) => c.key?.startsWith("g ") === true;
  return (
    <Columns>
      <div>
        <KeyList heading={FRAME.screenGroup} commands={commandStore.of("screen")} />
        <KeyList heading={FRAME.everywhereGroup} commands={everywhere.filter((c) => !isGo(c))} />
        <dl>
          {HELP_KEYS.map(([keys, what]) => (
            <div key={keys}>
              <dt>
                <Key>{keys}</Key>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </div>
      <KeyList heading={FRAME.goGroup} commands={everywhere.filter(isGo)} />
    </Columns>
  );
}

function KeyList({ heading, commands }: { heading: string; commands: readonly Command[] }) {
  const keyed = commands.filter((c) => c.key !== undefined);
  if (keyed.length === 0) return null;
  return (
    <section>
      <h3>{heading}</h3>
      <dl>
        {keyed.map((c) => (
          <div key={c.key}>
            <dt>
              <Key>{c.key}</Key>
            </dt>
            <dd>{c.label}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

const Sheet = styled.div`
  background: var(--sheet);
  border: 2px solid var(--ink);
  border-radius: 4px;
  padding: 14px 20px 18px;
  width: min(760px, calc(100vw - 24px));
  max-height: calc(100dvh - 48px);
  overflow: auto;
  outline: none;
  h3 {
    font-size: var(--small);
    color: var(--soft);
    font-weight: 500;
    margin-top: 10px;
  }
  dl div {
    display: grid;
    grid-template-columns: 90px 1fr;
    gap: 8px;
    padding: 3px 0;
  }
  ol {
    margin: 4px 0 12px;
    padding-left: 1.4em;
  }
  li,
  article > p {
    padding: 3px 0;
  }
`;
const Top = styled.div`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
`;
const Bar = styled.div`
  display: flex;
  gap: 18px;
  border-bottom: 1px solid var(--rule);
  margin-bottom: 12px;
  [role="tab"] {
    min-height: var(--target);
    display: flex;
    align-items: center;
    cursor: pointer;
    border-bottom: 3px solid transparent;
    outline-offset: -2px;
    &[data-selected] {
      border-color: var(--accent);
      font-weight: 600;
    }
    &[data-focus-visible] {
      outline: 3px solid var(--accent);
    }
  }
`;
const Columns = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 0 32px;
`;
const Glossary = styled.dl`
  margin-top: 10px;
  && div {
    grid-template-columns: minmax(110px, 170px) 1fr;
    border-bottom: 1px solid var(--rule);
  }
  dt {
    font-weight: 600;
  }
`;
