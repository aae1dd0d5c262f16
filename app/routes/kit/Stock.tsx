import { OTHER_BLOCK_WORDS } from "~/contract/messages/antenna";
import { itemAt } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import type { KitView } from "~/server/services/prep/kits.server";
import type { AntennaRow } from "~/server/services/prep/preparation.server";
import { capital } from "~/contract/messages/format";
import { antennaWords, FIT_WORDS, STOCK_WORDS } from "~/contract/messages/kit";
import { KIT_TEXTS } from "~/contract/messages/screens/kit";
import { STOCK_KINDS, type StockItem } from "~/core/kit/units";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import type { KitIntent } from "./intents";

const WIDEBAND = "";

/** What else is in the kit, counted; and which of its antennas serve which receiver. */
export function Stock({
  view,
  antennas,
  isBusy,
  send,
}: {
  view: KitView;
  antennas: readonly AntennaRow[];
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
  const plain = STOCK_KINDS.filter((k) => k !== "antenna").map(
    (kind) =>
      items.find((i) => i.kind === kind) ?? { kind, block: null, connector: null, count: 0 },
  );
  const lots = items.filter((i) => i.kind === "antenna");
  const blocks = [
    ...new Set([...view.kit.receivers, ...view.kit.packs].flatMap((m) => m.block ?? [])),
  ].sort();
  const [block, setBlock] = useState(WIDEBAND);
  const [connector, setConnector] = useState("SMA");
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
      <Counts>
        {plain.map((item) => (
          <NumberField
            key={item.kind}
            label={capital(STOCK_WORDS[item.kind])}
            unit=""
            min={0}
            max={9999}
            step={1}
            value={item.count}
            onChange={(n) => n !== item.count && count(item, n)}
          />
        ))}
        {lots.map((item) => (
          <NumberField
            key={antennaWords(item)}
            label={KIT_TEXTS.antennas(antennaWords(item))}
            unit=""
            min={0}
            max={9999}
            step={1}
            value={item.count}
            onChange={(n) => n !== item.count && count(item, n)}
          />
        ))}
      </Counts>
      <Row style={{ alignItems: "end", marginTop: 12 }}>
        <SelectField
          label={KIT_TEXTS.antennasCut}
          value={block}
          onChange={setBlock}
          choices={[
            { id: WIDEBAND, label: "wideband" },
            ...blocks.map((b) => ({ id: b, label: KIT_TEXTS.block(b) })),
          ]}
        />
        <TextField
          label={KIT_TEXTS.connector}
          value={connector}
          onChange={setConnector}
          widthCh={8}
        />
        <Button
          isDisabled={isBusy || connector.trim() === ""}
          onPress={() =>
            set([
              ...items,
              {
                kind: "antenna",
                block: block === WIDEBAND ? null : block,
                connector: connector.trim(),
                count: 2,
              },
            ])
          }
        >
          {KIT_TEXTS.addTwoSuchAntennas}
        </Button>
      </Row>
      {antennas.length > 0 && (
        <Table style={{ marginTop: 16 }}>
          <thead>
            <tr>
              <th>{KIT_TEXTS.antennas2}</th>
              {itemAt(antennas, 0).receivers.map((r) => (
                <th key={r.key}>{r.label}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {antennas.map((a) => (
              <tr key={antennaWords(a.item)}>
                <th scope="row">{`${a.item.count} × ${antennaWords(a.item)}`}</th>
                {a.receivers.map((r) => (
                  <td key={r.key} data-label={r.label}>
                    {r.fit === "fits" || r.fit === "fits-wideband" ? (
                      <Status status="done">{FIT_WORDS[r.fit]}</Status>
                    ) : (
                      <Soft>{FIT_WORDS[r.fit]}</Soft>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Soft as="p">{KIT_TEXTS.neverMixOrChargePrimary(OTHER_BLOCK_WORDS)}</Soft>
    </section>
  );
}

const Counts = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 12px 20px;
  margin-top: 8px;
`;
