import { meterReading } from "./meterReading";

const voice = { averageDbfs: -26, loudestPeakDbfs: -9 };
test("peaks as they are; 0 VU at −20 dBFS (SMPTE RP 155), its scale from −20 to +3 (IEC 60268-17)", () => {
  expect(meterReading("dbfs", voice)).toEqual({ meter: "dbfs", ...voice });
  expect(meterReading("vu", voice)).toEqual({ meter: "vu", averageVu: -6, isOff: null });
  expect(meterReading("vu", { ...voice, averageDbfs: -20 })).toMatchObject({ averageVu: 0 });
  expect(meterReading("vu", { ...voice, averageDbfs: -41 })).toMatchObject({ isOff: "below" });
  expect(meterReading("vu", { ...voice, averageDbfs: -16 })).toMatchObject({ isOff: "beyond" });
});

test("bars without a number tell only whether the last one lights", () => {
  expect(meterReading("bars", voice)).toEqual({ meter: "bars", isFull: false });
  expect(meterReading("bars", { ...voice, loudestPeakDbfs: 0.5 })).toMatchObject({ isFull: true });
});
