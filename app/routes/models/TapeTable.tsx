import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import type { BlockTape } from "~/core/kit/models";
import { slug } from "~/core/kit/typical";
import { Button } from "~/app/ui/Button/Button";
import { DataGrid } from "~/app/ui/DataGrid/DataGrid";
import type { GridColumn } from "~/app/ui/DataGrid/gridColumn";
import { Heading, Soft } from "~/app/ui/Page/Page";
import { Tape } from "~/app/ui/Tape/Tape";
import { partColumns, type PartTableProps, saidAgain } from "./partColumns";

interface TapeTableProps extends PartTableProps<BlockTape> {
  /** Blocks that a known model is of. */
  blocks: readonly string[];
}

export function TapeTable({ rows, isBusy, save, drop, tellWrong, blocks }: TapeTableProps) {
  const { word, drop: dropColumn } = partColumns<BlockTape>(tellWrong);
  const colour: GridColumn<BlockTape> = {
    id: "colour",
    heading: MODELS_TEXTS.colour,
    text: (m) => m.colour,
    cell: (m) => <Tape colour={m.colour}>{m.colour}</Tape>,
    edit: () => ({
      kind: "text",
      value: (m) => m.colour,
      commit: (m, typed) => {
        if (/^#[0-9a-f]{6}$/i.test(typed.trim())) save({ ...m, colour: typed.trim() });
        else tellWrong(MODELS_TEXTS.isNotAColourSuch(saidAgain(typed)));
      },
    }),
  };
  const missing = [...new Set(blocks)].filter((b) => !rows.some((tape) => tape.id === b));
  return (
    <section>
      <Heading>{MODELS_TEXTS.blocksAndTheirTape}</Heading>
      <DataGrid
        label={MODELS_TEXTS.tapes}
        rows={rows}
        rowKey={(m) => m.id}
        isBusy={isBusy}
        empty={MODELS_TEXTS.none2}
        columns={[
          { id: "id", heading: MODELS_TEXTS.block, text: (m) => m.id },
          word(
            "tape",
            "Tape",
            (m) => m.tape,
            (m, tape) => save({ ...m, tape }),
          ),
          colour,
          dropColumn((m) => drop(m.id)),
        ]}
      />
      {missing.length === 0 && <Soft as="p">{MODELS_TEXTS.everyBlockHasItsTape}</Soft>}
      {missing.map((id) => (
        <Button
          key={id}
          isDisabled={isBusy}
          onPress={() => save({ id, tape: `tape ${slug(id)}`, colour: "#777777" })}
        >
          {MODELS_TEXTS.chooseATapeForBlock(id)}
        </Button>
      ))}
    </section>
  );
}
