const TYPED_INTO =
  "input, textarea, select, [contenteditable], [role=listbox], [role=menu], [role=dialog]";

/**
 * Whether a key is the screen's to act on: pressed alone, and not where somebody types or chooses.
 * @param alsoLeft - other places that keep their keys, as a selector
 */
export function isForScreen(event: KeyboardEvent, alsoLeft?: string): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return false;
  const left = alsoLeft === undefined ? TYPED_INTO : `${TYPED_INTO}, ${alsoLeft}`;
  return (event.target as HTMLElement).closest(left) === null;
}
