import { useState } from "react";
import {
  carFrom,
  leadFrom,
  LONGEST_PLATE,
  meaningOf,
  outletFrom,
  PLATE_KINDS,
  ratingWatts,
  readPlate,
  evseFrom,
  type PlateKind,
  type PlateReading,
  type SupplyId,
  withArticle,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Table } from "../../controls/Table";
import { TextArea } from "../../controls/TextArea";
import { Radio } from "../../controls/Tick";
import { ampsText, energyFigure, figureText, powerFigure } from "../../format/number";
import { blankOf } from "./blanks";
import type { EditableKind } from "./Editor";

const NAMES: Readonly<Record<PlateKind, string>> = {
  evse: "charging unit",
  outlet: "outlet",
  lead: "extension lead",
  car: "car",
};
const KIND: Readonly<Record<PlateKind, EditableKind>> = {
  evse: "evses",
  outlet: "outlets",
  lead: "leads",
  car: "cars",
};
const EXAMPLES = [
  "240V~ 32A 50/60Hz",
  "120 V 12 A / 240 V 24 A",
  "AC 3N~ 400 V 16 A",
  "16A-6h 2P+E 230 V IP44",
  "Li-ion 355 V 180 Ah",
];

interface Props {
  readonly system: SupplyId;
  /** Opens the form of a new thing that starts from what was read. */
  onSave(kind: EditableKind, spec: object): void;
}

function thingFrom(kind: PlateKind, reading: PlateReading, system: SupplyId): object {
  const blank = { ...blankOf(KIND[kind], system), name: "" };
  const make = { evse: evseFrom, outlet: outletFrom, lead: leadFrom, car: carFrom }[kind] as (
    reading: PlateReading,
    blank: object,
  ) => object;
  return make(reading, blank);
}

/** What stands there before anything is typed. */
const EXAMPLE = readPlate(EXAMPLES[0]!);

/** What the plate comes to, in one line: a battery by its energy, everything else by phases, amps and power. */
function headline({ kind, wattHours, phases, phaseVolts, amps, ratings }: PlateReading): string {
  if (kind?.value === "car")
    return wattHours ? figureText(energyFigure(wattHours.value)) : "No energy that could be read";
  if (ratings.length > 0)
    return ratings
      .map(
        (rating) =>
          `${rating.volts} V: ${rating.phases === 3 ? "3 × " : ""}${ampsText(rating.amps)}, ${figureText(powerFigure(ratingWatts(rating)))}`,
      )
      .map((text) => text.replaceAll(" ", "\u00a0"))
      .join("; ");
  if (!amps) return "No amps that could be read";
  const power = phases && phaseVolts && figureText(powerFigure(phases.value * phaseVolts.value * amps.value));
  return [phases ? `${phases.value} × ${ampsText(amps.value)}` : ampsText(amps.value), power]
    .filter(Boolean)
    .join(", ");
}

/** What is printed on a unit, an outlet, a lead or a car in; what it means and what follows out. */
export function PlateReader({ system, onSave }: Props) {
  const [text, setText] = useState("");
  const [picked, setPicked] = useState<PlateKind | null>(null);
  const reading = readPlate(text);
  const kind = picked ?? reading.kind?.value ?? null;
  return (
    <section aria-label="Plate reader">
      <header className="shelf-head">
        <h2>Read a plate</h2>
      </header>
      <div className="reader">
        <div className="evidence">
          <TextArea
            className="field"
            says="What is printed on it, as it stands there"
            rows={3}
            maxLength={LONGEST_PLATE}
            placeholder={EXAMPLES[0]}
            value={text}
            onChange={setText}
          />
          <p className="examples">
            For example{" "}
            {EXAMPLES.map((example) => (
              <button type="button" key={example} onClick={() => setText(example)}>
                {example}
              </button>
            ))}
          </p>
          <fieldset className="kinds">
            <legend>It stands on</legend>
            {PLATE_KINDS.map((id) => (
              <Radio key={id} name="plate-kind" checked={kind === id} onChange={() => setPicked(id)}>
                {withArticle(NAMES[id])}
                {picked === null && reading.kind?.value === id && (
                  <small> {reading.kind.certainty === "certain" ? "it says so" : "it looks like one"}</small>
                )}
              </Radio>
            ))}
            {picked && (
              <button type="button" className="plain" onClick={() => setPicked(null)}>
                let the plate say
              </button>
            )}
          </fieldset>
        </div>
        <div className="reading" aria-live="polite">
          {text.trim() === "" ? (
            <>
              <p className="empty">
                Copy the small print of a charging unit, an outlet, a lead or the car’s plate: volts, amps,
                phases, marks and all. Nothing is taken for granted that is not printed. “{EXAMPLES[0]}”, for
                example, reads so:
              </p>
              <WhatItSays reading={EXAMPLE} />
            </>
          ) : (
            <>
              <WhatItSays reading={reading} />
              <Button
                large
                disabled={kind === null || reading.tokens.length === 0}
                onClick={() => kind && onSave(KIND[kind], thingFrom(kind, reading, system))}
              >
                {kind === null ? "Say what it stands on to save it" : `Save as ${withArticle(NAMES[kind])}…`}
              </Button>
            </>
          )}
        </div>
      </div>
    </section>
  );
}

/** What a plate comes to, what speaks against it, what follows, and its pieces. */
const WhatItSays = ({ reading }: { readonly reading: PlateReading }) => (
  <>
    <p className="figure">{headline(reading)}</p>
    {reading.contradictions.map((line) => (
      <p key={line} className="problems" role="alert">
        {line}
      </p>
    ))}
    <ul>
      {reading.follows.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
    {reading.tokens.length > 0 && <Pieces reading={reading} />}
    {reading.unread.length > 0 && <p className="unread-words">Not read: {reading.unread.join(", ")}</p>}
  </>
);

function Pieces({ reading: { tokens, gauge } }: { readonly reading: PlateReading }) {
  return (
    <Table className="carries pieces">
      <thead>
        <tr>
          <th>Printed</th>
          <th>means</th>
          <th>by</th>
        </tr>
      </thead>
      <tbody>
        {tokens.map(({ at, text, said, side }) => {
          const { means, source } = meaningOf(said);
          return (
            <tr key={`${at} ${said.what}`}>
              <th scope="row">
                <code>{text}</code>
              </th>
              <td>
                {side && `${side}: `}
                {means}
              </td>
              <td>{source}</td>
            </tr>
          );
        })}
        {gauge && (
          <tr>
            <th scope="row">conductor</th>
            <td>{gauge.replace("mm2", "mm²")}</td>
            <td>the cable’s marking</td>
          </tr>
        )}
      </tbody>
    </Table>
  );
}
