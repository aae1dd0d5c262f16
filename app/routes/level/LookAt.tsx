import styled from "styled-components";
import { trapWords } from "~/contract/messages/level";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import { trapKey } from "~/core/kit/levelTraps";
import { CheckField } from "~/app/ui/Field/Field";
import { Heading } from "~/app/ui/Page/Page";
import type { Levels } from "./levelState";

/** What lies in wait along this way, to be looked at once. */
export function LookAt({
  levels,
  onLooked,
}: {
  levels: Levels;
  onLooked: (looked: string[]) => void;
}) {
  if (levels.traps.length === 0) return null;
  return (
    <section aria-label={LEVEL_TEXTS.check}>
      <Heading>
        {levels.traps.every((t) => levels.looked.includes(trapKey(t)))
          ? LEVEL_TEXTS.checked
          : LEVEL_TEXTS.checkTheseOnce}
      </Heading>
      <Traps>
        {levels.traps.map((t) => {
          const key = trapKey(t);
          return (
            <li key={key}>
              <CheckField
                isSelected={levels.looked.includes(key)}
                onChange={(is) =>
                  onLooked(is ? [...levels.looked, key] : levels.looked.filter((k) => k !== key))
                }
              >
                {trapWords(t, levels.names)}
              </CheckField>
            </li>
          );
        })}
      </Traps>
    </section>
  );
}

const Traps = styled.ul`
  list-style: none;
  display: grid;
  gap: 4px;
`;
