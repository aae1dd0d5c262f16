import { pathQuestion } from "~/core/radio/pathSetup";
import { linkBudget } from "~/core/radio/link";
import { packModel, receiverModel } from "./models";
import { defaultSetup } from "./setups";
import { REGIONS } from "~/core/regulations/region";
import { packLegality } from "./match";
import { phantomOf } from "./phantom";
import { kindsOfAir, requiredSnrWithReachDb, roomLimit, withReach } from "./selfChoosing";
import { SHIPPED_KIT } from "./shipped";

const receiver = receiverModel(SHIPPED_KIT, "hollin-d2");
const pack = packModel(SHIPPED_KIT, "hollin-dt");
const air = receiver.adaptive!;

test("a rated reach counts: in the open nothing is left at it, twice as far nothing works, half as far 6 dB are left (ITU-R P.525)", () => {
  const marginAt = (distanceM: number) => {
    const site = {
      model: "free-space" as const,
      room: "office" as const,
      txHeightM: 1.5,
      rxHeightM: 1.5,
      walls: [],
    };
    const setup = {
      ...defaultSetup(
        {
          model: "free-space",
          room: "office",
          distanceM,
          txHeightM: 1.5,
          rxHeightM: 1.5,
          walls: [],
        },
        "waist-back",
        Math.max(...pack.powersMw),
      ),
      tiltDeg: 0,
    };
    return linkBudget(
      pathQuestion(site, setup, withReach(receiver, pack), (air.lowHz + air.highHz) / 2),
    ).marginDb;
  };
  expect(marginAt(30)).toBeCloseTo(0, 6);
  expect(marginAt(60)).toBeCloseTo(-20 * Math.log10(2), 6);
  expect(marginAt(15)).toBeCloseTo(20 * Math.log10(2), 6);
});

test("a tuned receiver keeps its own figure, and a reach beyond what the radio carries promises nothing", () => {
  const tuned = receiverModel(SHIPPED_KIT, "kelda-q2-49");
  expect(requiredSnrWithReachDb(tuned, pack)).toBe(tuned.requiredSnrDb);
  const far = { ...receiver, adaptive: { ...air, rangeM: 5000 } };
  expect(requiredSnrWithReachDb(far, pack)).toBe(receiver.requiredSnrDb);
});

test("how many to a room: by the region where one is told; kinds in other bands do not fill each other's room", () => {
  const limits = [{ region: "US", mostPerRoom: 5 }];
  expect(roomLimit({ ...air, limits }, "us")).toBe(5);
  expect(roomLimit({ ...air, limits }, "EU")).toBe(air.mostPerRoom);
  const cordless = { ...air, lowHz: 1880e6, highHz: 1900e6 };
  const wide = { ...air, lowHz: 2390e6 };
  const kinds = kindsOfAir([air, cordless, null, wide], (a) => a);
  expect(kinds.map((k) => k.items)).toEqual([[cordless], [wide, air]]);
});

test("phantom power: what runs from it is woken, whatever else is told", () => {
  expect(phantomOf({ power: { from: "phantom" } })).toBe("wakes");
  expect(phantomOf({ power: { from: "phantom" }, phantom: "harms" })).toBe("wakes");
  expect(phantomOf({ phantom: "harms" })).toBe("harms");
  expect(phantomOf({})).toBe("nothing");
});

test("bands that are only for those that choose for themselves are theirs alone", () => {
  const at = (lowHz: number, highHz: number) => ({ ...pack, adaptive: { ...air, lowHz, highHz } });
  expect(packLegality(REGIONS.US, at(902e6, 928e6), 10).code).toBe("fine");
  expect(packLegality(REGIONS.EU, at(902e6, 928e6), 10).code).toBe("no-rule");
  expect(packLegality(REGIONS.EU, at(1880e6, 1900e6), 10).code).toBe("fine");
  const tuned = {
    ...pack,
    adaptive: null,
    tuning: [{ lowHz: 902e6, highHz: 928e6, stepHz: 25_000 }],
  };
  expect(packLegality(REGIONS.US, tuned, 10).code).toBe("no-rule");
});
