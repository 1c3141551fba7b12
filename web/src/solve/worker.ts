import { expose } from "comlink";
import { asideOf } from "./aside";

/** Everything that can take longer than a frame, away from the screen. */
const work = { asideOf };
export type Work = typeof work;

expose(work);
