import { Router } from "express";
import type { TuningRange } from "~/core/devices/tuning";
import { rigFree } from "~/core/simulator/liveRig";
import { type HiddenFault, type Rig, rigHide, rigMend } from "~/core/simulator/rig";
import { rigWalk, type WalkAsked } from "~/core/simulator/walkAir";
import { ofPack, refuse } from "./answers.server";
import type { RigMemory } from "./rigMemory.server";

/** What only practice units can be asked: another place, hidden faults, what is to happen. */
export function practiceRoutes(memory: RigMemory): Router {
  const routes = Router();
  routes.put("/site", (request, response) => {
    const { siteKey } = request.body as { siteKey: string };
    if (!memory.hasSite(siteKey)) {
      refuse(response, { code: "no-such-unit", key: siteKey });
      return;
    }
    memory.keep({ ...memory.rig, siteKey });
    response.json({});
  });
  routes.put("/clock", (request, response) => {
    const { dayMs } = request.body as { dayMs: number };
    memory.setClock(dayMs);
    response.json({});
  });
  routes.get("/faults", (_, response) => {
    response.json({ drill: memory.rig.drill ?? null });
  });
  routes.put("/faults", (request, response) => {
    const { faults, otherBlock } = request.body as {
      faults: HiddenFault[];
      otherBlock: TuningRange;
    };
    const { rig, nowMs } = memory;
    memory.keep(faults.length === 0 ? rigMend(rig) : rigHide(rig, faults, nowMs, otherBlock));
    response.json({});
  });
  routes.get("/script", (_, response) => {
    response.json({ script: memory.rig.script ?? [] });
  });
  routes.put("/script", (request, response) => {
    const { script } = request.body as { script: NonNullable<Rig["script"]> };
    memory.keep({ ...memory.rig, script });
    response.json({});
  });
  routes.post(
    "/packs/:key/free",
    ofPack(memory, ({ key }, _, response) => {
      memory.keep(rigFree(memory.rig, key));
      response.json({});
    }),
  );
  routes.post(
    "/packs/:key/walk",
    ofPack(memory, (pack, request, response) => {
      if (pack.isOn) response.json(rigWalk(memory.site, pack, request.body as WalkAsked));
      else refuse(response, { code: "pack-is-off", key: pack.key });
    }),
  );
  return routes;
}
