/** What a pack that chooses for itself says before it was paired. */
export const UNPAIRED_HZ = -1;

/** What the units say of themselves now; null where they cannot be asked. */
export interface UnitReports {
  receivers: Record<
    string,
    {
      halvesHz: number[];
      /** A practice receiver tells of its missing antenna; nobody is shown it. */ deaf?:
        "A" | "B" | null;
    }
  >;
  packs: Record<string, { isOn: boolean; frequencyHz: number; isStored?: boolean }>;
}

/** What a pack that can be asked says of itself. */
export interface PackReport {
  isOn: boolean;
  frequencyHz: number;
  isMuted: boolean;
  isMicPlugged: boolean;
  /** Whether it would come back with its number. */
  isStored: boolean;
  isDoorOpen: boolean;
  isNear: boolean;
  isCabled: boolean;
}
