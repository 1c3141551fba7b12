import type { Router } from "express";
import type { SimulatedClock } from "./clock";

/** What can go wrong with any device that is asked over a network. */
export const FAULTS = {
  none: "answers as it should",
  silent: "takes the question and never answers",
  refusing: "refuses the connection's question with an error",
  garbled: "answers with something that is no JSON",
  stuck: "answers with the same figures for ever",
  reset: "has lost its counters and starts from zero",
} as const;
export type Fault = keyof typeof FAULTS;
export const FAULT_NAMES = Object.keys(FAULTS) as [Fault, ...Fault[]];

/** A simulated outside device or service. */
export interface StandIn {
  /** Its part of the address: `power-meter`. */
  readonly name: string;
  /** What it stands for, in a sentence. */
  readonly what: string;
  /** What it answers to a question. */
  read(now: number): object;
  /** Called when a fault is switched on. */
  fails?(fault: Fault, now: number): void;
  /** Addresses of its own beside `reading` and `fault`: what a person would do to it. */
  readonly own?: (clock: SimulatedClock) => Router;
}
