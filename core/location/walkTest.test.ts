import { readWalkReadings } from "./walkReadings";

describe("readings as people write them", () => {
  const rows = [
    { atS: 0, aDbm: -61.5, bDbm: -70 },
    { atS: 65, aDbm: -80, bDbm: -77.25 },
  ];
  test.each([
    ["commas", "time, A, B\n0, -61.5, -70\n65, -80, -77.25\n"],
    ["no spaces", "0,-61.5,-70\n65,-80,-77.25"],
    ["semicolons, decimal commas, minutes", "Zeit;A;B\n0:00;-61,5;-70\n1:05;-80;-77,25"],
    ["tabs, true minus signs", "# walk\n\n0\t−61.5\t−70\r\n65\t−80\t−77.25"],
    ["spaces and units", "0 -61.5dBm -70dBm\n65 -80dBm -77.25dBm"],
    ["dBµV", "s, dBµV A, dBµV B\n0, 45.49, 36.99\n65, 26.99, 29.74"],
  ])("%s", (_name, text) => {
    const read = readWalkReadings(text);
    if (!read.ok) throw new Error(read.error.code);
    read.value.forEach((r, i) => {
      expect(r.atS).toBe(rows[i]!.atS);
      expect(r.aDbm).toBeCloseTo(rows[i]!.aDbm, 1);
      expect(r.bDbm).toBeCloseTo(rows[i]!.bDbm, 1);
    });
  });
  test("one antenna only; and what cannot be is told by its line", () => {
    expect(readWalkReadings("0 -60\n1 -61")).toEqual({
      ok: true,
      value: [
        { atS: 0, aDbm: -60, bDbm: null },
        { atS: 1, aDbm: -61, bDbm: null },
      ],
    });
    const error = (text: string) => {
      const r = readWalkReadings(text);
      return r.ok ? null : r.error;
    };
    expect(error("")).toEqual({ code: "empty" });
    expect(error("0 -60\n1 quiet")).toEqual({ code: "line", line: 2, text: "1 quiet" });
    expect(error("5 -60\n1 -61")).toEqual({ code: "order", line: 2 });
    expect(error("0 -60\n1 900")).toEqual({ code: "range", line: 2, dbm: 900 });
  });
});
