import { useMemo } from "react";
import { useStore } from "zustand";
import type { Garage } from "@kettleback/core";
import type { Answered } from "../../jobs/answer";
import { moneyStoreOf, type MoneyDraft, type MoneyTyped } from "../../stores/money";
import { firstMoney } from "./first";

/** What the questions of each household last started from, for while its path does not charge. */
const started = new Map<string, MoneyDraft>();

const NOTHING_TYPED: MoneyTyped = { lead: {}, fuel: {}, payback: {}, member: {}, home: {} };

/** What a question starts from with what was typed put over it. */
const over = (first: MoneyDraft, typed: MoneyTyped): MoneyDraft => ({
  lead: { ...first.lead, ...typed.lead },
  fuel: { ...first.fuel, ...typed.fuel },
  payback: { ...first.payback, ...typed.payback },
  member: { ...first.member, ...typed.member },
  home: { ...first.home, ...typed.home },
});

/**
 * The money questions of a household and how to change one; null where there is no path to start them from. What
 * nobody has typed follows the path in view.
 */
export function useMoney(
  garage: Garage,
  answered: Answered,
): {
  readonly money: MoneyDraft;
  change<K extends keyof MoneyDraft>(part: K, to: Partial<MoneyDraft[K]>): void;
} | null {
  const { id } = garage.household;
  const store = moneyStoreOf(id);
  const typed = useStore(store, (s) => s.draft) ?? NOTHING_TYPED;
  const first = useMemo(() => {
    if (answered.kind !== "charging") return started.get(id) ?? null;
    const made = firstMoney(garage, answered);
    started.set(id, made);
    return made;
  }, [id, garage, answered]);
  if (!first) return null;
  return {
    money: over(first, typed),
    change: (part, to) => store.getState().set({ ...typed, [part]: { ...typed[part], ...to } }),
  };
}
