import { useEffect } from "react";
import type { Location } from "react-router";

const SHOWN_MS = 4000;

/** A line of "Next" leads to its row: the row is brought into sight and marked for a moment. */
export function usePointedRow({ key, search }: Location): void {
  useEffect(() => {
    const channel = new URLSearchParams(search).get("channel");
    if (!channel || !/^\d+$/.test(channel)) return undefined;
    const row = document.querySelector<HTMLElement>(`main [data-channel="${channel}"]`);
    if (!row) return undefined;
    // a row of the channel table is chosen by its own
    if (row.matches("tr")) {
      row.scrollIntoView({ block: "nearest" });
      return;
    }
    row.scrollIntoView({ block: "center" });
    row.dataset.pointed = "";
    const timer = setTimeout(() => delete row.dataset.pointed, SHOWN_MS);
    return () => {
      clearTimeout(timer);
      delete row.dataset.pointed;
    };
    // each visit points once, also where the address is the same
  }, [key, search]);
}
