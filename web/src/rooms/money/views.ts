import { lazy, type ComponentType } from "react";
import type { MoneyProps, OwnProps, PathProps } from "./view";

/** What a view is about: figures of its own, the path in the sentence, or its answer. */
type Body =
  | { readonly of: "its own"; readonly Body: ComponentType<OwnProps> }
  | { readonly of: "the path"; readonly Body: ComponentType<PathProps> }
  | { readonly of: "its answer"; readonly Body: ComponentType<MoneyProps> };

export type View = { readonly id: string; readonly name: string } & Body;

/** The views of money, in the order questions come up; each comes once it is looked at. */
export const VIEWS: readonly View[] = [
  { id: "receipt", name: "What it costs", of: "its answer", Body: lazy(() => import("./Receipt")) },
  { id: "when", name: "When to charge", of: "its answer", Body: lazy(() => import("./When")) },
  { id: "tariffs", name: "Tariffs", of: "the path", Body: lazy(() => import("./Tariffs")) },
  { id: "places", name: "Every place", of: "its answer", Body: lazy(() => import("./Everywhere")) },
  { id: "lead", name: "The lead", of: "its own", Body: lazy(() => import("./LeadBench")) },
  { id: "fuel", name: "Against fuel", of: "its own", Body: lazy(() => import("./Fuel")) },
  { id: "payback", name: "What pays back", of: "its own", Body: lazy(() => import("./PaybackView")) },
  { id: "home", name: "Which home tariff", of: "its own", Body: lazy(() => import("./HomeTariff")) },
  { id: "members", name: "Memberships", of: "its own", Body: lazy(() => import("./Memberships")) },
];
