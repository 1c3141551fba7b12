import { lazyView } from "../../controls/lazyView";
import { type ComponentType } from "react";
import type { MoneyProps, OwnProps, PathProps } from "./view";

/** What a view is about: figures of its own, the path in the sentence, or its answer. */
type Body =
  | { readonly of: "its own"; readonly Body: ComponentType<OwnProps> }
  | { readonly of: "the path"; readonly Body: ComponentType<PathProps> }
  | { readonly of: "its answer"; readonly Body: ComponentType<MoneyProps> };

export type View = { readonly id: string; readonly name: string } & Body;

/** The views of money, in the order questions come up; each comes once it is looked at. */
export const VIEWS: readonly View[] = [
  { id: "receipt", name: "What it costs", of: "its answer", Body: lazyView(() => import("./Receipt")) },
  { id: "when", name: "When to charge", of: "its answer", Body: lazyView(() => import("./When")) },
  { id: "tariffs", name: "Tariffs", of: "the path", Body: lazyView(() => import("./Tariffs")) },
  { id: "places", name: "Every place", of: "its answer", Body: lazyView(() => import("./Everywhere")) },
  { id: "lead", name: "The lead", of: "its own", Body: lazyView(() => import("./LeadBench")) },
  { id: "fuel", name: "Against fuel", of: "its own", Body: lazyView(() => import("./Fuel")) },
  { id: "payback", name: "What pays back", of: "its own", Body: lazyView(() => import("./PaybackView")) },
  { id: "home", name: "Which home tariff", of: "its own", Body: lazyView(() => import("./HomeTariff")) },
  { id: "members", name: "Memberships", of: "its own", Body: lazyView(() => import("./Memberships")) },
];
