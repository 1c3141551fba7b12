import type { Adapter, Cable, Car, Household, Lead, Outlet, Evse } from "@kettleback/core";
import type { EditableKind } from "../Editor";
import { AdapterOnBench, CableOnBench, LeadOnBench } from "./CarriedOnBench";
import { CarOnBench } from "./CarOnBench";
import { OutletOnBench } from "./OutletOnBench";
import { EvseOnBench } from "./EvseOnBench";
import styles from "./bench.module.scss";

interface Props {
  readonly kind: Exclude<EditableKind, "places">;
  readonly spec: object;
  readonly household: Household;
}

/** A thing as it lies on the bench, to the one scale. */
export const Bench = (props: Props) => (
  <div className={styles.bench}>
    <Lying {...props} />
  </div>
);

function Lying({ kind, spec, household: { houseRule } }: Props) {
  switch (kind) {
    case "cars":
      return <CarOnBench car={spec as Car} />;
    case "outlets":
      return <OutletOnBench outlet={spec as Outlet} houseRule={houseRule} />;
    case "evses":
      return <EvseOnBench evse={spec as Evse} />;
    case "cables":
      return <CableOnBench cable={spec as Cable} />;
    case "leads":
      return <LeadOnBench lead={spec as Lead} houseRule={houseRule} />;
    // Nothing flows through it: there is nothing to draw to the scale of amps.
    case "fuelCars":
      return null;
    case "adapters":
      return <AdapterOnBench adapter={spec as Adapter} />;
  }
}
