/** What a unit itself refuses. */
export type UnitRefusal =
  | { code: "no-such-unit"; key: string }
  | { code: "outside-tuning"; key: string; frequencyHz: number; lowHz: number; highHz: number }
  | { code: "off-grid"; key: string; frequencyHz: number; stepHz: number }
  | { code: "pack-is-off"; key: string }
  /** What keeps a copy from beginning, or broke it off. */
  | { code: "door-shut" | "not-near" | "no-cable" | "no-such-way"; key: string };

/** What goes wrong on the way to a unit, beside what a unit itself refuses. */
export type DeviceError =
  | UnitRefusal
  | { code: "device-unreachable"; detail: string }
  | /** It answered something that is no answer. */ { code: "device-nonsense"; detail: string }
  | { code: "stopped" };
