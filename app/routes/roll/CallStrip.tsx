import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Soft } from "~/app/ui/Page/Page";
import * as S from "./roll.styles";
import type { useHitKey } from "./useHitKey";

/** Whose hit it was: by a press, or by the number. */
export function CallStrip({
  hitKey,
  channels,
}: {
  hitKey: ReturnType<typeof useHitKey>;
  channels: readonly ChannelView[];
}) {
  if (!hitKey.calling) return null;
  return (
    <S.Strip role="dialog" aria-label={ROLL_TEXTS.interferenceOnWhichChannel}>
      <b>{ROLL_TEXTS.interference}</b>
      {channels.map((c) => (
        <Button
          key={c.id}
          onPress={() => hitKey.name(c.number)}
        >{`${c.number} ${c.talker}`}</Button>
      ))}
      <Soft>
        {hitKey.calling.digits === "" ? ROLL_TEXTS.orItsNumber : `${hitKey.calling.digits} …`}
      </Soft>
      <QuietButton onPress={hitKey.giveUp}>
        {ROLL_TEXTS.cancel} <kbd>{ROLL_TEXTS.esc}</kbd>
      </QuietButton>
    </S.Strip>
  );
}
