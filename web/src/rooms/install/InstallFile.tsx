import {
  INSTALL_DOCUMENT,
  INSTALL_FORMAT,
  SPEC_VERSION,
  type Garage,
  type InstallAsked,
  type InstallDocument,
} from "@kettleback/core";
import { KindFile } from "../../controls/DocumentFile";
import { useMeters } from "../../stores/meters";
import { sayDone } from "../../stores/notices";
import type { InstallDraft } from "../../stores/install";

interface Props {
  readonly garage: Garage;
  readonly draft: InstallDraft;
  readonly asked: InstallAsked | null;
  onChange(draft: InstallDraft): void;
}

/** The installation in view as an open document, its meter's series with it; and one that is taken in. */
export function InstallFile({ garage, draft, asked, onChange }: Props) {
  const keep = useMeters((s) => s.keep);
  const name =
    garage.installations.find(({ id }) => id === draft.savedId)?.spec.name ??
    `A car for ${garage.household.spec.name}`;
  const take = async (document: InstallDocument) => {
    const {
      format: _,
      version: __,
      household: ___,
      pattern: ____,
      name: called,
      car,
      tariff,
      series,
      ...part
    } = document;
    const ownCar = garage.cars.find(({ spec }) => spec.name === car.name);
    const ownTariff = garage.tariffs.find(({ spec }) => spec.name === tariff.name);
    const meterKey = series
      ? await keep(garage.household.id, `Meter of ${called}`.slice(0, 80), series)
      : null;
    onChange({
      ...part,
      savedId: null,
      chosen: null,
      carId: ownCar?.id ?? draft.carId,
      tariffId: ownTariff?.id ?? draft.tariffId,
      meterKey,
    });
    sayDone(
      `“${called}” is in view${ownCar ? "" : `, with a car of yours in place of ${car.name}`}. Undo brings back the one before.`,
    );
  };
  return (
    <KindFile
      one="installation"
      document={INSTALL_DOCUMENT}
      content={asked && { format: INSTALL_FORMAT, version: SPEC_VERSION, name, ...asked }}
      take={take}
    />
  );
}
