import { type ComponentType } from "react";
import type { Garage } from "@kettleback/core";
/** What a room is about: the household in view, or none in particular. */
type Screen =
  | {
      readonly about: "the household";
      readonly Screen: ComponentType<{
        readonly garage: Garage;
      }>;
    }
  | {
      readonly about: "any";
      readonly Screen: ComponentType;
    };
export type Room = Screen & {
  /** Where it is, and what may follow: the part of it that is in view. */
  readonly at: string;
  readonly part?: string;
  readonly name: string;
  /** It stands in the header, where people go to and fro. */
  readonly inHeader?: true;
};
/** The rooms, those of the header in the order people work; each comes once it is entered. */
export declare const ROOMS: readonly Room[];
export {};
