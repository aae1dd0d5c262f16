import { expose } from "comlink";
import { helps, PlaceMaps, placement, told } from "./place.api";

const pause = (): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, 0);
  });
const maps = new PlaceMaps(() => performance.now(), pause);

const page = { map: maps.map.bind(maps), told, helps, placement };

export type PlacePageApi = typeof page;

expose(page);
