import { Label, ProgressBar as AriaProgressBar } from "react-aria-components";
import styled from "styled-components";
import { MONO } from "~/app/ui/theme/theme";

export function Progress({
  label,
  fraction,
  valueText,
}: {
  label: string;
  fraction: number;
  valueText: string;
}) {
  return (
    <Bar as={AriaProgressBar} value={fraction * 100} valueLabel={valueText}>
      <Head>
        <Label>{label}</Label>
        <span>{valueText}</span>
      </Head>
      <Track>
        <Fill style={{ width: `${Math.min(100, fraction * 100)}%` }} />
      </Track>
    </Bar>
  );
}

const Bar = styled.div`
  display: flex;
  flex-direction: column;
  gap: 4px;
  min-width: 200px;
  flex: 1;
`;
const Head = styled.div`
  display: flex;
  justify-content: space-between;
  gap: 12px;
  font-size: var(--text);
  > span:last-child {
    font-family: ${MONO};
  }
`;
const Track = styled.div`
  height: 6px;
  background: var(--rule);
`;
const Fill = styled.div`
  height: 100%;
  background: var(--accent);
  transition: width 0.15s linear;
`;
