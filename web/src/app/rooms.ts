import type { ComponentType } from "react";
import type { Garage } from "@kettleback/core";

type Load<Props> = () => Promise<{ readonly default: ComponentType<Props> }>;

/** What a room is about, the household in view or none in particular, and how its screen comes. */
type Screen =
  | { readonly about: "the household"; readonly load: Load<{ readonly garage: Garage }> }
  | { readonly about: "any"; readonly load: Load<object> };

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
    load: () => import("../rooms/garage/GarageScreen"),
  },
  {
    at: "/path",
    name: "Path",
    inHeader: true,
    about: "the household",
    load: () => import("../rooms/path/PathScreen"),
  },
  {
    at: "/line-up",
    part: "/:view?",
    name: "Line-up",
    inHeader: true,
    about: "the household",
    load: () => import("../rooms/lineup/LineupScreen"),
  },
  {
    at: "/money",
    part: "/:view?",
    name: "Money",
    inHeader: true,
    about: "the household",
    load: () => import("../rooms/money/MoneyScreen"),
  },
  {
    at: "/week",
    part: "/:view?",
    name: "Week",
    inHeader: true,
    about: "the household",
    load: () => import("../rooms/week/WeekScreen"),
  },
  {
    at: "/install",
    part: "/:view?",
    name: "Install",
    inHeader: true,
    about: "the household",
    load: () => import("../rooms/install/InstallScreen"),
  },
  {
    at: "/away",
    part: "/:view?",
    name: "Away",
    inHeader: true,
    about: "the household",
    load: () => import("../rooms/away/AwayScreen"),
  },
  {
    at: "/log",
    part: "/:view?",
    name: "Log",
    inHeader: true,
    about: "the household",
    load: () => import("../rooms/log/LogScreen"),
  },
  {
    at: "/begin",
    name: "The beginning",
    about: "any",
    load: () => import("../rooms/begin/BeginScreen"),
  },
  { at: "/words", name: "Words", about: "any", load: () => import("../rooms/words/WordsScreen") },
  {
    at: "/households",
    name: "Households",
    about: "any",
    load: () => import("../rooms/begin/Households"),
  },
];

/** The room an address is in; the Path where it says nothing. */
export const roomAt = (address: string): Room | undefined =>
  ROOMS.find(({ at }) => (address === "/" ? "/path" : address).split("/")[1] === at.slice(1));
