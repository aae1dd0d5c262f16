import { expose } from "comlink";
import { practiceApi } from "./practice.api";

expose(practiceApi);
