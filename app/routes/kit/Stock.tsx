import styled from "styled-components";
import type { KitView } from "~/server/services/prep/kits.server";
import { capital } from "~/contract/messages/format";
import { STOCK_WORDS } from "~/contract/messages/kit";
import { LEAD_WORDS } from "~/contract/messages/patch";
import { KIT_TEXTS } from "~/contract/messages/screens/kit";
import { isLeadKind, LEADS } from "~/core/kit/patch";
import { STOCK_KINDS, type StockItem } from "~/core/kit/units";
import { QuietButton } from "~/app/ui/Button/Button";
import { NumberField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft } from "~/app/ui/Page/Page";
import type { KitIntent } from "./intents";

/** What else is in the kit, counted. */
export function Stock({
  view,
  isBusy,
  send,
}: {
  view: KitView;
  isBusy: boolean;
  send: (intent: KitIntent) => void;
}) {
  const { items, version: expectedVersion, earlierVersion } = view.stock;
  const set = (next: StockItem[]) => send({ intent: "set-stock", items: next, expectedVersion });
  const count = (item: StockItem, n: number) =>
    set(
      items.some((i) => i === item)
        ? items.map((i) => (i === item ? { ...i, count: n } : i))
        : [...items, { ...item, count: n }],
    );
  const plain = STOCK_KINDS.filter((k) => k !== "antenna" && k !== "lead").map(
    (kind) =>
      items.find((i) => i.kind === kind) ?? { kind, block: null, connector: null, count: 0 },
  );
  // cables that were counted together stay one number until their kinds are told
  const together = items.filter((i) => i.kind === "lead" && !isLeadKind(i.connector));
  const leads = LEADS.filter((lead) => lead !== "slot").map(
    (lead): StockItem =>
      items.find((i) => i.kind === "lead" && i.connector === lead) ?? {
        kind: "lead",
        block: null,
        connector: lead,
        count: 0,
      },
  );
  const counts = (list: readonly { item: StockItem; label: string }[]) => (
    <Counts>
      {list.map(({ item, label }) => (
        <NumberField
          key={label}
          label={label}
          unit=""
          min={0}
          max={9999}
          step={1}
          value={item.count}
          onChange={(n) => n !== item.count && count(item, n)}
        />
      ))}
    </Counts>
  );
  return (
    <section>
      <Row>
        <Heading>{KIT_TEXTS.whatElse}</Heading>
        {earlierVersion !== null && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "undo-stock", expectedVersion })}
          >
            {KIT_TEXTS.undoTheLastCount}
          </QuietButton>
        )}
      </Row>
      {counts(plain.map((item) => ({ item, label: capital(STOCK_WORDS[item.kind]) })))}
      <Heading style={{ marginTop: 14 }}>{KIT_TEXTS.cables}</Heading>
      {counts(
        [...leads, ...together].map((item) => ({
          item,
          label: isLeadKind(item.connector) ? LEAD_WORDS[item.connector] : KIT_TEXTS.cablesTogether,
        })),
      )}
      <Soft as="p">{KIT_TEXTS.neverMixOrChargePrimary}</Soft>
    </section>
  );
}

const Counts = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 12px 20px;
  margin-top: 8px;
`;
