import { type Garage, type Plan } from "@kettleback/core";
import type { Draft } from "./draft";
/** Puts a path first in the line-up, as its baseline, with its car where that is not in it yet. */
export declare function sendPath(garage: Garage, draft: Draft, plan: Plan): void;
