import type { Plan } from "../../engine/plan";
import { WARM_PACK_C } from "../../engine/session";
import type { Change } from "./change";

/** What costs nothing: settings lifted, the station to oneself, a checked outlet trusted with its usual figure. */
export function settingChanges({ household, outlet, evse, settings, session }: Plan): Change[] {
  const changes: Change[] = [];
  const free = { ...settings, evseAmps: null, carAmps: null };
  if (settings.evseAmps !== null && settings.carAmps !== null)
    changes.push({
      what: "the limits on the unit and in the car lifted",
      effort: "setting",
      parts: { settings: free },
    });
  if (settings.evseAmps !== null)
    changes.push({
      what: "the unit turned up",
      effort: "setting",
      parts: { settings: { ...settings, evseAmps: null } },
    });
  if (settings.carAmps !== null)
    changes.push({
      what: "the limit in the car lifted",
      effort: "setting",
      parts: { settings: { ...settings, carAmps: null } },
    });
  if (evse.kind !== "rapid" && evse.setAmps !== undefined && evse.setAmps < evse.maxAmps) {
    const { setAmps: _, setLocked: __, ...open } = evse;
    changes.push({
      what: "the unit turned up to what it can give",
      effort: "setting",
      parts: { evse: open, settings: { ...settings, evseAmps: null } },
    });
  }
  if (evse.kind === "rapid" && evse.shared && settings.otherBusy)
    changes.push({
      what: "the station to yourself",
      effort: "setting",
      parts: { settings: { ...settings, otherBusy: false } },
    });
  if (evse.kind === "rapid" && session.batteryC !== null && session.batteryC < WARM_PACK_C)
    changes.push({
      what: "the pack warmed on the way there",
      effort: "habit",
      parts: { session: { ...session, batteryC: null } },
    });
  if (evse.kind === "rapid") return changes;
  if (household.houseRule === "cautious" && outlet.condition === "sound")
    changes.push({
      what: "the usual house rule, for an outlet that has been checked",
      effort: "habit",
      parts: { household: { ...household, houseRule: "usual" } },
    });
  if (outlet.circuit.otherLoadAmps > 0)
    changes.push({
      what: "the circuit to itself, other loads moved away",
      effort: "habit",
      parts: { outlet: { ...outlet, circuit: { ...outlet.circuit, otherLoadAmps: 0 } } },
    });
  return changes;
}
