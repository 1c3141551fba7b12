import type { Knock } from "@kettleback/core";

/** Knocks that are remembered, the latest of so many of each kind: many unknown names push out no known one. */
const MOST_OF_A_KIND = 20;

/** Charge points that were not let in and cards that started nothing, by why. */
export class Knocks {
  private readonly of = new Map<Knock["why"], Knock[]>();

  /** Notes one; the same again is counted. */
  note(knock: Omit<Knock, "at" | "times">): void {
    const list = this.of.get(knock.why) ?? [];
    const i = list.findIndex(({ identity, card }) => identity === knock.identity && card === knock.card);
    const times = i < 0 ? 1 : list.splice(i, 1)[0]!.times + 1;
    list.unshift({ ...knock, at: new Date().toISOString(), times });
    list.length = Math.min(list.length, MOST_OF_A_KIND);
    this.of.set(knock.why, list);
  }

  /** Forgets a charge point that came in; cards held to it stay. */
  letIn(identity: string): void {
    for (const [why, list] of this.of)
      if (why !== "card")
        this.of.set(
          why,
          list.filter((knock) => knock.identity !== identity),
        );
  }

  /** All of them, the latest first. */
  get all(): readonly Knock[] {
    return [...this.of.values()].flat().sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
  }
}
