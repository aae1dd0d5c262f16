import { useState } from "react";
import { Link } from "react-router";
import { listWords, numberWord } from "~/contract/messages/format";
import { SETUP_TEXTS } from "~/contract/messages/screens/setup";
import { receiverModel } from "~/core/kit/models";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Mark } from "~/app/ui/Mark/Mark";
import { Heading, Row, Soft, Table } from "~/app/ui/Page/Page";
import { useDay } from "~/app/routes/shared/useDay";
import type { SetupIntent } from "./intents";
import { NewTalker, TalkerForm } from "./TalkerForm";

/** Names that a button holds; of more it tells how many. */
const MAX_NAMED = 3;

interface TalkersProps {
  /** Who speaks in a scene and has no channel. */
  without: readonly string[];
  isBusy: boolean;
  send: (intent: SetupIntent) => void;
}

/** Who speaks, and what carries each voice. */
export function Talkers({ without, isBusy, send }: TalkersProps) {
  const view = useDay();
  const [open, setOpen] = useState<{ id: number } | "add" | null>(null);
  const close = () => setOpen(null);
  const changed = open !== null && open !== "add" ? open.id : null;
  const channel = view.channels.find((c) => c.id === changed);
  return (
    <section>
      <Heading>{SETUP_TEXTS.talent}</Heading>
      {view.channels.length > 0 && <TalkerTable onChange={(id) => setOpen({ id })} />}
      {open === "add" && <NewTalker view={view} isBusy={isBusy} send={send} onDrop={close} />}
      {channel && (
        <TalkerForm
          key={`${channel.id}.${channel.version}`}
          channel={channel}
          view={view}
          isBusy={isBusy}
          send={send}
          onDrop={close}
        />
      )}
      <Row style={{ marginTop: 10 }}>
        {open !== "add" && !channel && (
          <Button onPress={() => setOpen("add")}>{SETUP_TEXTS.addTalent}</Button>
        )}
        {without.length > 0 && (
          <PrimaryButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "add-talkers-of-scenes" })}
          >
            {SETUP_TEXTS.give(
              without.length > MAX_NAMED
                ? SETUP_TEXTS.theOfTheScenes(numberWord(without.length))
                : listWords(without),
              without.length === 1 ? SETUP_TEXTS.aChannel : "channels",
            )}
          </PrimaryButton>
        )}
        {view.packs.length === 0 && (
          <Link to={`/day/${view.day.id}/kit`}>{SETUP_TEXTS.theKitIsEmptyAdd}</Link>
        )}
      </Row>
    </section>
  );
}

function TalkerTable({ onChange }: { onChange: (channelId: number) => void }) {
  const { channels, kit } = useDay();
  return (
    <Table>
      <thead>
        <tr>
          <th>{SETUP_TEXTS.channel2}</th>
          <th>{SETUP_TEXTS.speaks}</th>
          <th>{SETUP_TEXTS.packAndReceiver}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {channels.map((c) => (
          <tr key={c.id}>
            <th scope="row">
              <Row as="span">
                <Soft>{c.number}</Soft>
                <Mark>{c.mark}</Mark>
                <span>
                  <b>{c.talker}</b> <Soft>{c.part}</Soft>
                </span>
              </Row>
            </th>
            <td data-label={SETUP_TEXTS.speaks}>
              {c.effort}
              {c.moves && <Soft>{`, ${c.moves}`}</Soft>}
            </td>
            <td data-label={SETUP_TEXTS.packAndReceiver}>
              {`${c.packLabel}, ${c.receiverLabel}${receiverModel(kit, c.receiverModelId).halves > 1 ? SETUP_TEXTS.halfWith(c.half + 1) : ""}`}{" "}
              <LegalFlag legality={c.legality} unit={c.packLabel} />
            </td>
            <td data-wide>
              <QuietButton
                onPress={() => onChange(c.id)}
                aria-label={SETUP_TEXTS.changeWith(c.talker)}
              >
                {SETUP_TEXTS.change2}
              </QuietButton>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
