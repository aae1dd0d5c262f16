import { QUICK_TEXTS } from "~/contract/messages/screens/quick";

/** Head bent down over a chest: the microphone sits just below where the chin touches. */
export function ChinPicture() {
  return (
    <svg
      viewBox="0 0 300 150"
      role="img"
      aria-label={QUICK_TEXTS.chin}
      style={{ width: "100%", maxHeight: 170 }}
      fill="none"
      stroke="currentColor"
      strokeWidth="2.5"
      strokeLinecap="round"
    >
      <path d="M96 66c-10-16-6-44 22-48 26-4 44 14 42 34l8 16-10 3 1 11c-6 6-16 6-24 3" />
      <path d="M104 66c2 16-4 24-22 30-24 8-34 22-38 48" />
      <path d="M135 88c0 12 4 18 14 26 10 8 14 18 15 30" />
      <path d="M135 88c8 6 18 12 26 14" strokeDasharray="3 5" />
      <circle cx="157" cy="116" r="5" fill="var(--accent)" stroke="var(--accent)" />
      <path d="M157 121c-12 2-12 14 0 13 10-1 8 8 2 10" stroke="var(--accent)" strokeWidth="1.5" />
      <path d="M176 110l20-8M170 126l26 6" strokeWidth="1" stroke="var(--soft)" />
    </svg>
  );
}
