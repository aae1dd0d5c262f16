import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import express from "express";
import type { Raster } from "~/core/regulations/raster";
import { stationsAt, type Transmitter } from "~/core/regulations/register";
import { onlyPrograms } from "./onlyPrograms.server";

/**
 * A made-up register of television as a service of its own on 127.0.0.1: GET
 * /stations?latitude&longitude&setting.
 */
export async function startRegister(
  transmitters: readonly Transmitter[],
  raster: Raster,
): Promise<{ url: string; close: () => Promise<void> }> {
  const app = express();
  app.use(onlyPrograms);
  app.get("/stations", (request, response) => {
    const latitudeDeg = Number(request.query["latitude"]);
    const longitudeDeg = Number(request.query["longitude"]);
    if (!(Math.abs(latitudeDeg) <= 90) || !(Math.abs(longitudeDeg) <= 180))
      return void response.status(400).json({ error: "no such position" });
    const setting = request.query["setting"] === "indoors" ? "indoors" : "outdoors";
    return void response.json({
      stations: stationsAt(transmitters, { latitudeDeg, longitudeDeg }, setting, raster),
    });
  });
  const server = createServer(app);
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(0, "127.0.0.1", resolve);
  });
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () =>
      new Promise((resolve) => {
        server.closeAllConnections();
        server.close(() => resolve());
      }),
  };
}
