import { useMemo, useState } from "react";
import { judgeClaim, CLAIM_MAX, fromKm, type Claim, type StatedKind } from "@kettleback/core";
import { TextArea } from "../../controls/TextArea";
import { Tick } from "../../controls/Tick";
import { useSolve } from "../../jobs/store";
import { decimals } from "../../format/number";
import type { ViewProps } from "./view";

/** What a figure of a claim is, in words. */
const KIND_WORDS: Readonly<Record<StatedKind, string>> = {
  energy: "energy",
  power: "power",
  powerAnHour: "a power told per hour",
  packKw: "a battery told in kW",
  amps: "current",
  volts: "volts",
  phases: "phases",
  hours: "time",
  fromSoc: "charge before",
  toSoc: "charge after",
  km: "distance",
  kmPerHour: "range an hour",
  whPerKm: "use on the road",
};
const FIRST = "48 kWh battery, from 30 to 75 % in 9 hours at 2.6 kW";

/** What somebody claims, checked by its own figures. */
export default function ClaimView({ garage }: ViewProps) {
  const [text, setText] = useState(FIRST);
  const [lent, setLent] = useState(true);
  const answered = useSolve(({ answered: found }) => found);
  const plan = answered && answered.kind !== "unsound" ? answered.plan : null;
  const judged = useMemo(() => judgeClaim(text, lent ? plan : null), [text, lent, plan]);
  const unit = garage.household.spec.distanceUnit;
  return (
    <>
      <div className="answer">
        {judged.ok ? (
          <ClaimAnswer claim={judged.value} unit={unit} />
        ) : (
          <p className="problem" role="alert">
            {judged.problems[0]!.message}
          </p>
        )}
      </div>
      <section className="view-panel claim narrow" aria-label="The claim">
        <TextArea says="What is claimed" rows={3} maxLength={CLAIM_MAX} value={text} onChange={setText} />
        {plan && (
          <Tick checked={lent} onChange={setLent}>
            What it does not say is taken from {plan.car.name} and {plan.outlet.name}, the path in view
          </Tick>
        )}
        {judged.ok && judged.value.understood.length > 0 && (
          <>
            <h3>Understood</h3>
            <ul className="understood">
              {[...new Set(judged.value.understood.map(({ text: said }) => said))].map((said) => (
                <li key={said}>
                  <b>{said}</b>:{" "}
                  {judged.value.understood
                    .filter((one) => one.text === said)
                    .map(({ kind }) => KIND_WORDS[kind])
                    .join(", ")}
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
    </>
  );
}

function ClaimAnswer({ claim, unit }: { readonly claim: Claim; readonly unit: "km" | "mi" }) {
  const { says, taken, readings, stated, computed, unit: of } = claim;
  const shown = (value: number) =>
    of === "km/h"
      ? `${decimals(fromKm(value as Parameters<typeof fromKm>[0], unit), 1)} ${unit}/h`
      : `${decimals(value, 2)} ${of}`;
  return (
    <>
      <p className="verdict" role="status">
        <b>{says}</b>
      </p>
      {stated !== null && computed !== null && (
        <p>
          Claimed {shown(stated)}, its own figures give {shown(computed)}.
        </p>
      )}
      {taken.length > 0 && <p className="quiet">Taken from the path in view: {taken.join(", ")}.</p>}
      {readings.length > 0 && (
        <ul className="readings">
          {readings.map(({ code, says: how, holds }) => (
            <li key={code + how} className={holds ? "holds" : ""}>
              {!code.startsWith("other-") && <b>{holds ? "So it would hold: " : "Not so either: "}</b>}
              {how}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
