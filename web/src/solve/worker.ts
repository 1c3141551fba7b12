import { expose } from "comlink";
import { asideOf } from "./aside";
import { fieldWork } from "./field";

/** Everything that can take longer than a frame, away from the screen. */
const work = { asideOf, ...fieldWork };
export type Work = typeof work;

expose(work);
