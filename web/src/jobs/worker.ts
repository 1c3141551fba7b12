import { expose } from "comlink";
import { asideOf } from "./aside";
import { sweepWork } from "./sweep";

/** Everything that can take longer than a frame, away from the screen. */
const work = { asideOf, ...sweepWork };
export type Work = typeof work;

expose(work);
