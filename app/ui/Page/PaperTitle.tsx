/** What stands at the foot of every printed page of a screen. */
export function PaperTitle({ text }: { text: string }) {
  return (
    <style>{`@page { @bottom-left { content: ${cssString(text)}; font: 8pt system-ui, sans-serif; color: #505b69; } }`}</style>
  );
}

/** A text as CSS takes it: whatever could end it stands as its number. */
export const cssString = (text: string): string =>
  `"${text.replace(/["\\<\u0000-\u001f]/g, (c) => `\\${c.charCodeAt(0).toString(16)} `)}"`;
