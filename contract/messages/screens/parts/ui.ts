/** What the screen says, part by part. */
export const UI_TEXTS = {
  // DataGrid
  filter: (label: string) => `Filter ${label}`,
  anyWord: "any word",
  of: (heading: string, n: string) => `${heading} of ${n}`,
  nothing: (filter: string) => `Nothing has "${filter}" in it.`,
  // Field
  less: "less:",
  more: "more:",
  // Status
  toDo: "to do",
} as const;
