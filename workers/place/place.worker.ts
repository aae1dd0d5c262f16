import { expose } from "comlink";
import { forecasts, helps, PlaceMaps, placement } from "./place.api";

const pause = (): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, 0);
  });
const maps = new PlaceMaps(() => performance.now(), pause);

const page = { map: maps.map.bind(maps), forecasts, helps, placement };

export type PlacePageApi = typeof page;

expose(page);
