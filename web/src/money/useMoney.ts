import { useMemo } from "react";
import { useStore } from "zustand";
import type { Garage } from "@kettleback/core";
import type { Answered } from "../solve/answer";
import { moneyStoreOf, type MoneyDraft } from "../state/money";
import { firstMoney } from "./first";

/** The money questions of a household and how to change one; null where there is no path to start them from. */
export function useMoney(
  garage: Garage,
  answered: Answered,
): {
  readonly money: MoneyDraft;
  change<K extends keyof MoneyDraft>(part: K, to: Partial<MoneyDraft[K]>): void;
} | null {
  const store = moneyStoreOf(garage.household.id);
  const kept = useStore(store, (s) => s.draft);
  const first = useMemo(
    () => (kept || answered.kind !== "charging" ? null : firstMoney(garage, answered)),
    [kept, garage, answered],
  );
  const money = kept ?? first;
  if (!money) return null;
  return {
    money,
    change: (part, to) => store.getState().set({ ...money, [part]: { ...money[part], ...to } }),
  };
}
