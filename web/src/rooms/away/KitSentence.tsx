import {
  COUNTRIES,
  COUNTRY_IDS,
  fromKm,
  likelyPlaces,
  MEASURES,
  toKm,
  type CountryId,
  type Measure,
} from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { TimeInput } from "../../controls/MomentInput";
import { carOf } from "../../jobs/away";
import { Comma } from "../../plan/Comma";
import { PercentInput } from "../../plan/PercentInput";
import sentence from "../../plan/sentence.module.scss";
import type { ViewProps } from "./view";

const MEASURE_WORDS: Readonly<Record<Measure, string>> = {
  mass: "weight",
  volume: "room",
  price: "money",
  pieces: "pieces",
};

/** The likely places of a country, with those of the household's own that were chosen. */
const placesIn = (country: CountryId, places: readonly string[]): string[] => [
  ...likelyPlaces(country).map(({ id }) => id),
  ...places.filter((id) => id.startsWith("outlet-")),
];

/** What is asked of a kit, as one sentence. */
export function KitSentence({ garage, draft, onChange }: ViewProps) {
  const unit = garage.household.spec.distanceUnit;
  const set = (change: Partial<typeof draft>) => onChange({ ...draft, ...change });
  const wrongCharge =
    draft.toSoc <= draft.fromSoc ? "the target must be above the starting charge" : undefined;
  return (
    <p className={sentence.sentence}>
      Away with{" "}
      <Select
        label="Car"
        manner="sentence"
        value={carOf(garage, draft)!.id}
        onChange={(carId) => set({ carId })}
        options={garage.cars.map(({ id, spec }) => ({ value: id, text: spec.name }))}
      />{" "}
      in{" "}
      <Select
        label="Country"
        manner="sentence"
        value={draft.country}
        onChange={(country) => set({ country, places: placesIn(country, draft.places) })}
        options={COUNTRY_IDS.map((id) => ({ value: id, text: COUNTRIES[id].name }))}
      />
      <Comma />
      from{" "}
      <PercentInput
        label="Charge in the evening"
        value={draft.fromSoc}
        problem={wrongCharge}
        onChange={(fromSoc) => set({ fromSoc })}
      />{" "}
      at{" "}
      <TimeInput
        label="Plugged in at"
        manner="sentence"
        value={draft.pluggedInAt.slice(11, 16)}
        onChange={(time) => set({ pluggedInAt: `${draft.pluggedInAt.slice(0, 10)}T${time}` })}
      />{" "}
      to{" "}
      <PercentInput
        label="At most"
        value={draft.toSoc}
        problem={wrongCharge}
        onChange={(toSoc) => set({ toSoc })}
      />{" "}
      by{" "}
      <TimeInput
        label="Away in the morning at"
        manner="sentence"
        value={draft.neededBy}
        onChange={(neededBy) => set({ neededBy })}
      />
      <Comma />a night is to bring{" "}
      <FigureInput
        label={`Range a night, ${unit}`}
        manner="sentence"
        value={fromKm(draft.wantedKm, unit)}
        decimals={0}
        wrong={(typed) => !(toKm(typed, unit) >= 1 && toKm(typed, unit) <= 2000)}
        onChange={(typed) => set({ wantedKm: toKm(typed, unit) })}
      />{" "}
      {unit} everywhere, with least{" "}
      <Select
        label="Least in"
        manner="sentence"
        value={draft.least}
        onChange={(least) => set({ least })}
        options={MEASURES.map((value) => ({ value, text: MEASURE_WORDS[value] }))}
      />
      .
    </p>
  );
}
