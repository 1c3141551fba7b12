import type { Window } from "../../engine/session";
import type { Choice } from "./choices";
import type { Share } from "./optimum";
import type { Slot } from "./slots";

/** Windows shorter than this (s) are not worth a setting: a car takes longer to wake. */
const SHORTEST = 1;
const NEAR = 1e-6;

/** Shares by their slot, in order. */
function bySlot(shares: readonly Share[]): { slot: number; own: Share[] }[] {
  const groups: { slot: number; own: Share[] }[] = [];
  for (const share of shares)
    if (groups.at(-1)?.slot === share.slot) groups.at(-1)!.own.push(share);
    else groups.push({ slot: share.slot, own: [share] });
  return groups;
}

/**
 * Shares of slots as windows in time. Within a slot charging sits next to what goes before it, else to what follows,
 * so that as few windows as can be are made.
 * @example windowsOf([{ slot: 0, choice: 0, hours: 0.5 }], placing.slots, placing.choices)
 */
export function windowsOf(
  shares: readonly Share[],
  slots: readonly Slot[],
  choices: readonly Choice[],
): Window[] {
  const windows: Window[] = [];
  const add = (from: number, to: number, amps: number | undefined) => {
    if (to - from < SHORTEST) return;
    const last = windows.at(-1);
    if (last && Math.abs(last.to - from) < NEAR && last.amps === amps)
      windows[windows.length - 1] = { ...last, to };
    else windows.push({ from, to, amps });
  };
  const groups = bySlot(shares);
  groups.forEach(({ slot: index, own }, i) => {
    const { from, to } = slots[index]!;
    const length = own.reduce((sum, share) => sum + share.hours * 3600, 0);
    const before = windows.at(-1);
    const joins = before !== undefined && Math.abs(before.to - from) < NEAR;
    const follows = groups[i + 1]?.slot === index + 1;
    let at = joins || !follows ? from : Math.max(from, to - length);
    for (const share of own) {
      // A slot that is filled by several currents is filled to its end, never beyond: the next one may begin there.
      const end = Math.min(to, at + share.hours * 3600);
      add(at, end, choices[share.choice]!.amps);
      at = end;
    }
  });
  return windows;
}
