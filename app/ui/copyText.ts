/**
 * Puts a text into the clipboard; on plain http, where the newer way is closed, by the older one.
 * @returns false where neither is allowed
 */
export async function copyText(text: string): Promise<boolean> {
  // on plain http there is none
  const { clipboard } = navigator as { clipboard?: Clipboard };
  try {
    if (clipboard) {
      await clipboard.writeText(text);
      return true;
    }
  } catch {
    /* refused: the older way is left */
  }
  const field = document.createElement("textarea");
  field.value = text;
  field.setAttribute("readonly", "");
  field.style.position = "fixed";
  field.style.opacity = "0";
  const focused = document.activeElement;
  document.body.append(field);
  field.select();
  // the only way on plain http
  const isCopied = document.execCommand("copy");
  field.remove();
  if (focused instanceof HTMLElement) focused.focus();
  return isCopied;
}
