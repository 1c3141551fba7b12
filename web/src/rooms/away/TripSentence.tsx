import { fromKm, GOALS, type Goal } from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";
import { DateInput, TimeInput } from "../../controls/MomentInput";
import { Select } from "../../controls/Select";
import { carOf } from "../../jobs/away";
import { Comma } from "../../plan/Comma";
import { PercentInput } from "../../plan/PercentInput";
import sentence from "../../plan/sentence.module.scss";
import type { AwayDraft } from "../../stores/away";
import type { ViewProps } from "./view";

const GOAL_WORDS: Readonly<Record<Goal, string>> = {
  time: "in the least time",
  cost: "for the least money",
  stops: "with the fewest stops",
};

/** What is asked of a trip, as one sentence. */
export function TripSentence({ garage, draft, onChange }: ViewProps) {
  const { distanceUnit: unit, currency } = garage.household.spec;
  const { trip } = draft;
  const set = (change: Partial<AwayDraft["trip"]>) => onChange({ ...draft, trip: { ...trip, ...change } });
  const wrong = trip.startSoc < trip.reserveSoc ? "must not be below the reserve" : undefined;
  const km = trip.legs.reduce((sum, leg) => sum + leg.km, 0);
  return (
    <p className={sentence.sentence}>
      Drive{" "}
      <Select
        label="Car"
        manner="sentence"
        value={carOf(garage, draft)!.id}
        onChange={(carId) => onChange({ ...draft, carId })}
        options={garage.cars.map(({ id, spec }) => ({ value: id, text: spec.name }))}
      />{" "}
      {Math.round(fromKm(km, unit))} {unit}{" "}
      <Select
        label="Least"
        manner="sentence"
        value={trip.goal}
        onChange={(goal) => set({ goal })}
        options={GOALS.map((value) => ({ value, text: GOAL_WORDS[value] }))}
      />
      {trip.goal === "cost" && (
        <>
          {" "}
          (an hour is worth{" "}
          <FigureInput
            label={`An hour is worth, ${currency}`}
            manner="sentence"
            value={trip.hourWorth}
            wrong={(typed) => !(typed >= 0 && typed <= 1000)}
            onChange={(hourWorth) => set({ hourWorth })}
          />{" "}
          {currency})
        </>
      )}
      <Comma />
      leaving on{" "}
      <DateInput
        label="Leaving on"
        manner="sentence"
        value={trip.departAt.slice(0, 10)}
        onChange={(date) => set({ departAt: `${date}T${trip.departAt.slice(11, 16)}` })}
      />{" "}
      at{" "}
      <TimeInput
        label="Leaving at"
        manner="sentence"
        value={trip.departAt.slice(11, 16)}
        onChange={(time) => set({ departAt: `${trip.departAt.slice(0, 10)}T${time}` })}
      />{" "}
      with{" "}
      <PercentInput
        label="Charge at the start"
        value={trip.startSoc}
        problem={wrong}
        onChange={(startSoc) => set({ startSoc })}
      />
      <Comma />
      never below{" "}
      <PercentInput
        label="Reserve"
        value={trip.reserveSoc}
        problem={wrong}
        onChange={(reserveSoc) => set({ reserveSoc })}
      />
      <Comma />
      arriving with{" "}
      <PercentInput
        label="Charge on arrival"
        value={trip.arriveSoc}
        problem={undefined}
        onChange={(arriveSoc) => set({ arriveSoc })}
      />
      <Comma />
      at{" "}
      <FigureInput
        label="Outside temperature, °C"
        manner="sentence"
        value={trip.airC}
        wrong={(typed) => !(typed >= -40 && typed <= 50)}
        onChange={(airC) => set({ airC })}
      />{" "}
      °C.
    </p>
  );
}
