import { plainText } from "~/core/units/plainText";
import type { WallWord } from "~/core/location/placeSketch";
import { fail, ok, type Result } from "~/core/units/result";

/** What stands in the way, in a word. */
export const WALL_NAMES: Readonly<Record<WallWord, string>> = {
  open: "nothing",
  timber: "timber",
  plasterboard: "plasterboard",
  glass: "glass",
  brick: "brick",
  concrete: "concrete",
  stone: "thick stone",
  steel: "steel",
};

/** Reads "57.6, -15.2" as latitude and longitude in degrees; nothing typed is no position. */
export function parsePosition(
  text: string,
): Result<{ latitudeDeg: number; longitudeDeg: number } | null, { code: "position-unreadable" }> {
  if (text.trim() === "") return ok(null);
  const match =
    /^([+\-−]?\d{1,3}(?:\.\d{1,12})?) ?°? ?[,; ] ?([+\-−]?\d{1,3}(?:\.\d{1,12})?) ?°?$/.exec(
      plainText(text),
    );
  const [latitudeDeg, longitudeDeg] = [match?.[1], match?.[2]].map((n) =>
    Number((n ?? "x").replace("−", "-")),
  ) as [number, number];
  return Math.abs(latitudeDeg) <= 90 && Math.abs(longitudeDeg) <= 180
    ? ok({ latitudeDeg, longitudeDeg })
    : fail({ code: "position-unreadable" });
}
