import { type Request, Router } from "express";
import type { PairingIdentity } from "~/core/kit/pairing";
import {
  fitOutRig,
  type Rig,
  rigDial,
  rigHandle,
  rigLearn,
  rigMeter,
  type RigPack,
  rigPair,
  rigSync,
  rigTune,
} from "~/core/simulator/rig";
import { defined } from "~/core/units/items";
import { ofPack, ofReceiver, param, refuse, settle } from "./answers.server";
import type { RigMemory } from "./rigMemory.server";

/** How long two marks are held together. */
const TOUCH_MS = 400;

const packReport = (pack: RigPack) => ({
  isOn: pack.isOn,
  frequencyHz: pack.frequencyHz,
  isMuted: pack.isMuted,
  isMicPlugged: pack.isMicPlugged,
  isStored: (pack.keptHz ?? null) === null,
  isDoorOpen: pack.isDoorOpen ?? false,
  isNear: pack.isNear ?? true,
  isCabled: pack.isCabled ?? false,
});

const halfOf = (request: Request): number => Number(param(request, "half"));

/** What receivers and packs answer by themselves, as real ones with a cable do. */
export function unitRoutes(memory: RigMemory): Router {
  const routes = Router();
  routes.get("/report", (_, response) => {
    const { receivers, scanners } = memory.rig;
    response.json({
      receivers: Object.fromEntries(
        receivers.map((r) => [r.key, { halvesHz: r.halvesHz, deaf: r.deaf ?? null }]),
      ),
      packs: Object.fromEntries(memory.live().rig.packs.map((p) => [p.key, packReport(p)])),
      scanners: scanners.map(({ key, label, lowHz, highHz, stepHz }) => ({
        key,
        label,
        lowHz,
        highHz,
        stepHz,
      })),
    });
  });
  routes.put("/units", (request, response) => {
    memory.keep(fitOutRig(memory.rig, request.body as Pick<Rig, "receivers" | "packs">));
    response.json({});
  });
  routes.put("/receivers/:key/halves/:half", (request, response) => {
    const { frequencyHz } = request.body as { frequencyHz: number };
    const tuned = rigTune(memory.rig, param(request, "key"), halfOf(request), frequencyHz);
    settle(memory, response, tuned);
  });
  routes.post("/receivers/:key/halves/:half/copy", (request, response) => {
    const { packKey, name } = request.body as { packKey: string; name?: string };
    const copy = () => rigSync(memory.rig, param(request, "key"), halfOf(request), packKey, name);
    const pack = memory.rig.packs.find((p) => p.key === packKey);
    // a touch takes its time: whoever is pulled away before both say done keeps the old number
    if (copy().ok && pack?.methods?.includes("near-field"))
      setTimeout(() => settle(memory, response, copy()), TOUCH_MS);
    else settle(memory, response, copy());
  });
  routes.get(
    "/receivers/:key/halves/:half/meter",
    ofReceiver(memory, ({ key, halvesHz }, request, response) => {
      const half = halfOf(request);
      if (!(half in halvesHz)) {
        refuse(response, { code: "no-such-unit", key });
        return;
      }
      const { site, rig } = memory.live();
      const receiver = defined(rig.receivers.find((r) => r.key === key));
      response.json(rigMeter(site, rig, receiver, half, memory.nowMs));
    }),
  );
  routes.post("/receivers/:key/halves/:half/pair", (request, response) => {
    const { packKey, identity } = request.body as {
      packKey: string;
      identity: PairingIdentity | null;
    };
    const receiverKey = param(request, "key");
    settle(memory, response, rigPair(memory.rig, receiverKey, halfOf(request), packKey, identity));
  });
  routes.post(
    "/receivers/:key/records",
    ofReceiver(memory, ({ key }, request, response) => {
      const { records } = request.body as { records: (PairingIdentity & { packKey: string })[] };
      memory.keep(rigLearn(memory.rig, key, records));
      response.json({});
    }),
  );
  routes.put(
    "/receivers/:key/antennas",
    ofReceiver(memory, (receiver, _, response) => {
      const { rig } = memory;
      const receivers = rig.receivers.map((r) => (r === receiver ? { ...r, deaf: null } : r));
      memory.keep({ ...rig, receivers });
      response.json({});
    }),
  );
  routes.patch(
    "/packs/:key",
    ofPack(memory, (pack, request, response) => {
      const { rig, nowMs } = memory;
      const handled = rigHandle(pack, request.body as Parameters<typeof rigHandle>[1], nowMs);
      memory.keep({ ...rig, packs: rig.packs.map((p) => (p === pack ? handled : p)) });
      response.json({});
    }),
  );
  routes.put("/packs/:key/number", (request, response) => {
    const { frequencyHz } = request.body as { frequencyHz: number };
    settle(memory, response, rigDial(memory.rig, param(request, "key"), frequencyHz));
  });
  return routes;
}
