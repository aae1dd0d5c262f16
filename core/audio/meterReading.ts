/** What an input's meter shows: peaks under full scale, averages in VU, or bars without a number. */
export const INPUT_METERS = ["dbfs", "vu", "bars"] as const;
export type InputMeter = (typeof INPUT_METERS)[number];

/**
 * Where 0 VU stands under full scale: +4 dBu by SMPTE RP 155 is −20 dBFS; the European line-up of
 * EBU R 68 stands 2 dB higher.
 */
const ZERO_VU_DBFS = -20;
/** A VU meter's scale ends (IEC 60268-17). */
const VU_ENDS = { lowest: -20, highest: 3 } as const;

/** What an input's own meter shows of a voice. */
export type MeterReading =
  | { meter: "dbfs"; averageDbfs: number; loudestPeakDbfs: number }
  /** `isOff`: below its scale, or beyond it. */
  | { meter: "vu"; averageVu: number; isOff: "below" | "beyond" | null }
  | { meter: "bars"; isFull: boolean };

/**
 * What somebody sees on the meter of an input when the chain stands as it is reckoned. A VU meter
 * shows averages and no peak; bars show only whether the last one lights.
 * @param p.averageDbfs - of an ordinary line @param p.loudestPeakDbfs - of the loudest
 */
export function meterReading(
  meter: InputMeter,
  { averageDbfs, loudestPeakDbfs }: { averageDbfs: number; loudestPeakDbfs: number },
): MeterReading {
  switch (meter) {
    case "dbfs":
      return { meter, averageDbfs, loudestPeakDbfs };
    case "vu": {
      const averageVu = Math.round(averageDbfs - ZERO_VU_DBFS);
      return {
        meter,
        averageVu,
        isOff: averageVu < VU_ENDS.lowest ? "below" : averageVu > VU_ENDS.highest ? "beyond" : null,
      };
    }
    case "bars":
      return { meter, isFull: loudestPeakDbfs >= 0 };
  }
}
