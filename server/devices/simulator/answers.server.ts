import type { Request, RequestHandler, Response } from "express";
import type { UnitRefusal } from "~/core/devices/deviceError";
import type { Rig, RigPack, RigReceiver } from "~/core/simulator/rig";
import type { Result } from "~/core/units/result";
import type { RigMemory } from "./rigMemory.server";

export const param = (request: Request, name: string): string => String(request.params[name]);

export function refuse(response: Response, error: UnitRefusal): void {
  response.status(error.code === "no-such-unit" ? 404 : 409).json({ error });
}

/** Keeps what came of it, or tells why nothing did. */
export function settle(memory: RigMemory, response: Response, result: Result<Rig, UnitRefusal>) {
  if (!result.ok) {
    refuse(response, result.error);
    return;
  }
  memory.keep(result.value);
  response.json({});
}

type OfUnit<T> = (unit: T, request: Request, response: Response) => void;

/** Answers for the unit that the address names as `:key`, where there is one. */
const ofUnit =
  <T>(find: (key: string) => T | undefined, answer: OfUnit<T>): RequestHandler =>
  (request, response) => {
    const key = param(request, "key");
    const unit = find(key);
    if (unit === undefined) refuse(response, { code: "no-such-unit", key });
    else answer(unit, request, response);
  };

export const ofPack = (memory: RigMemory, answer: OfUnit<RigPack>) =>
  ofUnit((key) => memory.rig.packs.find((p) => p.key === key), answer);

export const ofReceiver = (memory: RigMemory, answer: OfUnit<RigReceiver>) =>
  ofUnit((key) => memory.rig.receivers.find((r) => r.key === key), answer);
