import { SYNC_WORDS } from "~/contract/messages/kit";
import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { formatTuning, parseTuning } from "~/core/kit/modelText";
import { SYNC_METHODS, type LampCode } from "~/core/kit/models";
import { defined } from "~/core/units/items";
import { bad, figure, good, type ModelField, word } from "./fieldKinds";

export const COMMON: ModelField[] = [
  word(
    "maker",
    "Maker",
    (m) => m.maker,
    (m, maker) => ({ ...m, maker }),
  ),
  word(
    "name",
    "Model",
    (m) => m.name,
    (m, name) => ({ ...m, name }),
  ),
  {
    id: "tuning",
    label: MODELS_TEXTS.tunesMhz,
    isWide: true,
    hint: MODELS_TEXTS.n470542In25Khz,
    show: (m) => formatTuning(m.tuning),
    take: (m, text) => {
      const read = parseTuning(text);
      if (!read.ok) return bad(MODELS_TEXTS.isNeitherARangeNor(read.error.text));
      const upside = read.value.find((t) => t.highHz < t.lowHz);
      if (upside) return bad(MODELS_TEXTS.liesAbove(upside.lowHz / 1e6, upside.highHz / 1e6));
      return read.value.length === 0 && m.adaptive === null
        ? bad(MODELS_TEXTS.atLeastOneRange)
        : good({ ...m, tuning: read.value });
    },
  },
  word(
    "block",
    "Block",
    (m) => m.block ?? "",
    (m, block) => ({ ...m, block: block || null }),
    false,
  ),
  {
    id: "modulations",
    label: MODELS_TEXTS.modulation,
    isWide: true,
    hint: MODELS_TEXTS.bothEndsNeedOne,
    show: (m) => m.modulations.join(", "),
    take: (m, text) => {
      const modulations = text
        .split(/[,;]/)
        .map((t) => t.trim())
        .filter(Boolean);
      return modulations.length === 0 ? bad(MODELS_TEXTS.atLeastOne) : good({ ...m, modulations });
    },
  },
  word(
    "antennaConnector",
    MODELS_TEXTS.antennaJoint,
    (m) => m.antennaConnector,
    (m, antennaConnector) => ({ ...m, antennaConnector }),
  ),
  {
    id: "syncMethods",
    label: MODELS_TEXTS.isSynced,
    isWide: true,
    hint: SYNC_METHODS.map((s) => SYNC_WORDS[s]).join(", "),
    show: (m) => m.syncMethods.map((s) => SYNC_WORDS[s]).join(", "),
    take: (m, text) => {
      const wanted = text
        .split(/[,;]/)
        .map((t) => t.trim().toLowerCase())
        .filter(Boolean);
      const unknown = wanted.find((w) => !SYNC_METHODS.some((s) => SYNC_WORDS[s] === w));
      if (unknown !== undefined || wanted.length === 0)
        return bad(
          unknown === undefined
            ? MODELS_TEXTS.atLeastOne
            : MODELS_TEXTS.isNoneOfThose(unknown.slice(0, 20)),
        );
      return good({
        ...m,
        syncMethods: [...new Set(wanted)].map((w) =>
          defined(SYNC_METHODS.find((s) => SYNC_WORDS[s] === w)),
        ),
      });
    },
  },
];

export const FIRMWARE: ModelField = {
  id: "newestFirmware",
  label: MODELS_TEXTS.newestFirmware,
  hint: MODELS_TEXTS.theNewestAvailableUnits,
  show: (m) => m.newestFirmware ?? "",
  take: (m, text) => {
    const { newestFirmware: _, ...rest } = m;
    const version = text.trim();
    return version.length > 80
      ? bad(MODELS_TEXTS.atMost80Characters)
      : good(version === "" ? rest : { ...m, newestFirmware: version });
  },
};

/** What its lamp tells: "three green: 3 h; red: 15 min". */
export const LAMPS: ModelField = {
  id: "lamps",
  label: MODELS_TEXTS.itsLights,
  isWide: true,
  hint: MODELS_TEXTS.itsLightsHint,
  show: (m) =>
    (m.lamps ?? [])
      .map(
        (l) =>
          `${l.shows}: ${l.leftHours < 1 ? MODELS_TEXTS.minutes(Math.round(l.leftHours * 60)) : `${l.leftHours} h`}`,
      )
      .join("; "),
  take: (m, text) => {
    const lamps: LampCode[] = [];
    for (const part of text
      .split(";")
      .map((t) => t.trim())
      .filter(Boolean)) {
      const read = /^([^:]{1,60}): ?(?:about )?(\d{1,3}(?:[.,]\d{1,2})?) ?(h|min)$/i.exec(part);
      if (!read) return bad(MODELS_TEXTS.itsLightsHint);
      const n = Number((read[2] ?? "").replace(",", "."));
      lamps.push({
        shows: (read[1] ?? "").trim(),
        leftHours: read[3]?.toLowerCase() === "min" ? n / 60 : n,
      });
    }
    const { lamps: _, ...rest } = m;
    return good(lamps.length === 0 ? rest : { ...m, lamps });
  },
};

/** What is kept of the manual. */
export const NOTE: ModelField = {
  id: "note",
  label: MODELS_TEXTS.goodToKnow,
  hint: MODELS_TEXTS.fromItsManualHow,
  rows: 2,
  show: (m) => m.note,
  take: (m, text) =>
    text.length > 600 ? bad(MODELS_TEXTS.atMost600Characters) : good({ ...m, note: text.trim() }),
};

/** Those that choose for themselves: how many to a room, and how far. */
export const ADAPTIVE: ModelField[] = [
  figure(
    "mostPerRoom",
    MODELS_TEXTS.atMostInARoom,
    (m) => m.adaptive?.mostPerRoom ?? 0,
    (m, mostPerRoom) => ({ ...m, adaptive: m.adaptive && { ...m.adaptive, mostPerRoom } }),
    { min: 1, max: 200, whole: true },
  ),
  {
    id: "limits",
    label: MODELS_TEXTS.otherLimits,
    hint: MODELS_TEXTS.otherLimitsHint,
    show: (m) => (m.adaptive?.limits ?? []).map((l) => `${l.region} ${l.mostPerRoom}`).join(", "),
    take: (m, text) => {
      if (!m.adaptive) return good(m);
      const limits: { region: string; mostPerRoom: number }[] = [];
      for (const part of text
        .split(/[,;]/)
        .map((t) => t.trim())
        .filter(Boolean)) {
        const read = /^(.{1,60}?)[ :]+(\d{1,3})$/.exec(part);
        const most = Number(read?.[2]);
        if (!read || most < 1 || most > 200) return bad(MODELS_TEXTS.otherLimitsHint);
        limits.push({ region: (read[1] ?? "").trim(), mostPerRoom: most });
      }
      const { limits: _, ...adaptive } = m.adaptive;
      return good({ ...m, adaptive: limits.length === 0 ? adaptive : { ...adaptive, limits } });
    },
  },
  figure(
    "rangeM",
    MODELS_TEXTS.reachesInTheOpenM,
    (m) => m.adaptive?.rangeM ?? 0,
    (m, rangeM) => ({ ...m, adaptive: m.adaptive && { ...m.adaptive, rangeM } }),
    { min: 1, max: 5000 },
  ),
];
