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
    <S.Strip role="dialog" aria-label="Which channel was hit">
      <b>Hit. Whose?</b>
      {channels.map((c) => (
        <Button
          key={c.id}
          onPress={() => hitKey.name(c.number)}
        >{`${c.number} ${c.talker}`}</Button>
      ))}
      <Soft>{hitKey.calling.digits === "" ? "or its number" : `${hitKey.calling.digits} …`}</Soft>
      <QuietButton onPress={hitKey.giveUp}>
        Nobody’s <kbd>Esc</kbd>
      </QuietButton>
    </S.Strip>
  );
}
