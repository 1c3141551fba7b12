import { lazy, type ComponentType } from "react";
import type { Garage } from "@kettleback/core";

/** What a room is about: the household in view, or none in particular. */
type Screen =
  | { readonly about: "the household"; readonly Screen: ComponentType<{ readonly garage: Garage }> }
  | { readonly about: "any"; readonly Screen: ComponentType };

export type Room = Screen & {
  /** Where it is, and what may follow: the part of it that is in view. */
  readonly at: string;
  readonly part?: string;
  readonly name: string;
  /** It stands in the header, where people go to and fro. */
  readonly inHeader?: true;
};

/** The rooms, those of the header in the order people work; each comes once it is entered. */
export const ROOMS: readonly Room[] = [
  {
    at: "/garage",
    part: "/:kind?",
    name: "Garage",
    inHeader: true,
    about: "the household",
    Screen: lazy(() => import("../rooms/garage/GarageScreen")),
  },
  {
    at: "/path",
    name: "Path",
    inHeader: true,
    about: "the household",
    Screen: lazy(() => import("../rooms/path/PathScreen")),
  },
  {
    at: "/line-up",
    part: "/:view?",
    name: "Line-up",
    inHeader: true,
    about: "the household",
    Screen: lazy(() => import("../rooms/lineup/LineupScreen")),
  },
  {
    at: "/money",
    part: "/:view?",
    name: "Money",
    inHeader: true,
    about: "the household",
    Screen: lazy(() => import("../rooms/money/MoneyScreen")),
  },
  {
    at: "/begin",
    name: "The beginning",
    about: "any",
    Screen: lazy(() => import("../rooms/begin/BeginScreen")),
  },
  { at: "/words", name: "Words", about: "any", Screen: lazy(() => import("../rooms/words/WordsScreen")) },
  {
    at: "/households",
    name: "Households",
    about: "any",
    Screen: lazy(() => import("../rooms/begin/Households")),
  },
];
