import { index, route, type RouteConfig } from "@react-router/dev/routes";

export default [
  index("routes/home/route.tsx"),
  route("day/:dayId", "routes/dayFrame/route.tsx", [
    index("routes/day/route.tsx"),
    route("prepare", "routes/prepare/route.tsx"),
    route("handed", "routes/handed/route.tsx"),
    route("kit", "routes/kit/route.tsx"),
    route("models", "routes/models/route.tsx"),
    route("labels", "routes/labels/route.tsx"),
    route("law", "routes/law/route.tsx"),
    route("register", "routes/register/route.tsx"),
    route("scan", "routes/scan/route.tsx"),
    route("pick", "routes/pick/route.tsx"),
    route("sync", "routes/sync/route.tsx"),
    route("level", "routes/level/route.tsx"),
    route("place", "routes/place/route.tsx"),
  ]),
  route("day/:dayId/scan/events", "routes/scanEvents/route.ts"),
  route("day/:dayId/scenes.csv", "routes/sceneList/route.ts"),
  route("day/:dayId/scenes.ics", "routes/sceneCalendar/route.ts"),
  route("day/:dayId/region.json", "routes/regionFile/route.ts"),
  route("day/:dayId/frequencies.csv", "routes/frequencyList/route.ts"),
  route("day/:dayId/kit.json", "routes/kitFile/route.ts"),
  route("day/:dayId/units.csv", "routes/unitList/route.ts"),
  route("kit.schema.json", "routes/kitSchema/route.ts"),
  route("day/:dayId/meters", "routes/meters/route.ts"),
] satisfies RouteConfig;
