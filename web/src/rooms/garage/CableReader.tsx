import { useState } from "react";
import {
  FLEXIBLE_GAUGES,
  phasesAt,
  POWER_CONTACTS,
  readCable,
  type Cable,
  type Certainty,
  type FlexibleGauge,
  type Garage,
  type PowerContact,
  type Reading,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import { Tick } from "../../controls/Tick";
import { FaceDrawing } from "../../faces/FaceDrawing";
import { ampsText, figureText, powerFigure } from "../../format/number";
import { Term } from "../../terms/Term";

const SURE: Record<Certainty, string> = { certain: "certain", likely: "likely", open: "not known" };

interface Props {
  readonly garage: Garage;
  /** Opens the form of a new cable that starts from what was read. */
  onSave(cable: Cable): void;
}

/** Marking, contacts and resistor in; cores, phases, amps and what it would carry here out. */
export function CableReader({ garage, onSave }: Props) {
  const [marking, setMarking] = useState("");
  const [looked, setLooked] = useState(false);
  const [filled, setFilled] = useState<ReadonlySet<PowerContact>>(new Set(POWER_CONTACTS));
  const [ohms, setOhms] = useState(Number.NaN);
  const reading = readCable({
    marking: marking.trim() || undefined,
    filled: looked ? filled : undefined,
    proximityOhms: Number.isFinite(ohms) ? ohms : undefined,
  });
  const toggle = (contact: PowerContact) => {
    setLooked(true);
    const next = new Set(filled);
    if (!next.delete(contact)) next.add(contact);
    setFilled(next);
  };
  const empty = POWER_CONTACTS.filter((contact) => !filled.has(contact));
  const known = reading.phases !== undefined && reading.amps !== undefined;

  return (
    <section aria-label="Cable reader">
      <header className="shelf-head">
        <h2>Read a cable</h2>
      </header>
      <div className="reader">
        <div className="evidence">
          <TextInput
            says={<span>What is printed on it</span>}
            className="field"
            large
            placeholder="H07BZ5-F 5G6 + 1×0.5"
            maxLength={200}
            value={marking}
            onChange={setMarking}
          />
          <Contacts empty={empty} filled={filled} toggle={toggle} looked={looked} setLooked={setLooked} />
          <label className="field">
            <span>Proximity resistor, PP to PE (Ω)</span>
            <FigureInput
              large
              label="Proximity resistor, PP to PE (Ω)"
              value={ohms}
              placeholder="220"
              onChange={setOhms}
            />
          </label>
          <small>
            <Term id="proximity">proximity</Term>
          </small>
        </div>
        <div className="reading" aria-live="polite">
          {!marking && !looked && Number.isNaN(ohms) ? (
            <p className="empty">
              Type the marking, tick the contacts, or measure the resistor: any one of them says something,
              together they catch a cable that pretends.
            </p>
          ) : (
            <>
              <p className="figure">
                {reading.phases === undefined
                  ? "Phases not known"
                  : reading.phases === 1
                    ? "One phase"
                    : "Three phases"}
                {", "}
                {reading.amps === undefined ? "amps not known" : ampsText(reading.amps)}
              </p>
              <p>
                Phases: {SURE[reading.certainty.phases]}. Amps: {SURE[reading.certainty.amps]}.
              </p>
              <ul>
                {reading.because.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
              {reading.contradictions.map((line) => (
                <p key={line} className="problems" role="alert">
                  {line}
                </p>
              ))}
              {known && <OnYourPosts garage={garage} reading={reading} />}
              <Button large disabled={!known} onClick={() => onSave(cableFrom(reading, marking))}>
                Save as a cable…
              </Button>
            </>
          )}
        </div>
      </div>
    </section>
  );
}

interface ContactsProps {
  /** Contacts that are not there. */
  readonly empty: readonly string[];
  readonly filled: ReadonlySet<"L1" | "L2" | "L3" | "N" | "PE">;
  readonly toggle: (contact: PowerContact) => void;
  readonly looked: boolean;
  readonly setLooked: (value: boolean) => void;
}

/** Which contacts are filled, ticked beside their faces. */
const Contacts = ({ empty, filled, toggle, looked, setLooked }: ContactsProps) => (
  <fieldset>
    <legend>Which contacts are filled, on either end</legend>
    <div className="ends">
      <FaceDrawing connector="type2" label="Station end, contacts as ticked" empty={empty} />
      <FaceDrawing connector="type2" label="Vehicle end, contacts as ticked" empty={empty} />
      <div className="ticks">
        {POWER_CONTACTS.map((contact) => (
          <Tick key={contact} checked={filled.has(contact)} onChange={() => toggle(contact)}>
            {contact}
          </Tick>
        ))}
        <Tick checked={!looked} onChange={(on) => setLooked(!on)}>
          I have not looked
        </Tick>
      </div>
    </div>
  </fieldset>
);

/** The gauge of the reading where the table has it; otherwise the usual one for its amps. */
function cableFrom({ phases, amps, marking }: Reading, text: string): Cable {
  const own = marking && (`${marking.areaMm2} mm2` as FlexibleGauge);
  const gauge = own && FLEXIBLE_GAUGES.includes(own) ? own : amps! > 20 ? "6 mm2" : "2.5 mm2";
  return {
    name: text.trim().slice(0, 60) || `${phases} × ${amps} A cable`,
    stationEnd: "type2",
    vehicleEnd: "type2",
    phases: phases!,
    amps: amps!,
    lengthM: 5,
    gauge,
  };
}

function OnYourPosts({ garage, reading }: { garage: Garage; reading: Reading }) {
  const rows = garage.evses.flatMap(({ id, spec, parentId }) => {
    const outlet = garage.outlets.find((o) => o.id === parentId)?.spec;
    if (spec.output.kind !== "socket" || !outlet) return [];
    const live = phasesAt(outlet);
    const phases = Math.min(spec.phases, live.phases, reading.phases!);
    const amps = Math.min(spec.maxAmps, reading.amps!);
    return [{ id, name: spec.name, phases, amps, watts: phases * amps * live.volts }];
  });
  if (rows.length === 0) return <p>You keep no post or wallbox with a socket to try it on.</p>;
  return (
    <Table className="carries">
      <thead>
        <tr>
          <th>It carries, at</th>
          <th>phases</th>
          <th>current</th>
          <th>power</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <th scope="row">{row.name}</th>
            <td>{row.phases}</td>
            <td>{ampsText(row.amps)}</td>
            <td>{figureText(powerFigure(row.watts))}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
