import { expose } from "comlink";
import { coordinateApi } from "./coordinate.api";

expose(coordinateApi);
