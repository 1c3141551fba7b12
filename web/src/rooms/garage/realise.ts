import type { Garage, Kept } from "@kettleback/core";
import type { useGarage } from "../../stores/garage";

type Keep = ReturnType<typeof useGarage.getState>["keep"];
/** A thing that may be planned. */
export interface Planned {
  readonly name: string;
  readonly planned?: boolean | undefined;
}

/** A planned outlet and the planned units wired in there: what hangs together comes together. */
function planOf(garage: Garage, kind: "outlets" | "evses", row: Kept<Planned>) {
  const outletId = kind === "outlets" ? row.id : row.parentId;
  return {
    outlets: garage.outlets.filter(({ id, spec }) => id === outletId && spec.planned),
    evses: garage.evses.filter(
      ({ id, parentId, spec }) =>
        spec.planned && (id === row.id || (outletId !== null && parentId === outletId)),
    ),
  };
}

/** Takes a planned thing for real, with what it was planned with. Returns what takes it back. */
export async function realise(
  garage: Garage,
  kind: "outlets" | "evses",
  row: Kept<Planned>,
  keep: Keep,
): Promise<() => Promise<void>> {
  const { outlets, evses } = planOf(garage, kind, row);
  const real = <T extends Planned>({ planned: _, ...spec }: T) => spec;
  const there: (() => Promise<unknown>)[] = [];
  for (const outlet of outlets) {
    const kept = await keep("outlets", { ...outlet, spec: real(outlet.spec) as typeof outlet.spec });
    there.push(() => keep("outlets", { ...kept, spec: outlet.spec }));
  }
  for (const evse of evses) {
    const kept = await keep("evses", { ...evse, spec: real(evse.spec) as typeof evse.spec });
    there.push(() => keep("evses", { ...kept, spec: evse.spec }));
  }
  return async () => {
    for (const back of there) await back();
  };
}
