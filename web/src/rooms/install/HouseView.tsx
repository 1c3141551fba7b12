import { Suspense, useState } from "react";
import { Link } from "react-router-dom";
import { roomOf, type Method } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Select } from "../../controls/Select";
import { lazyView } from "../../controls/lazyView";
import { WorkingPanel } from "../../plan/WorkingPanel";
import { Board } from "./Board";
import { DayBars } from "./DayBars";
import { Loads } from "./Loads";
import { MeterBar } from "./MeterBar";
import { ServiceFields } from "./ServiceFields";
import type { ViewProps } from "./view";
import { leftText, needText } from "./words";

const MeterRead = lazyView(() => import("./MeterRead"));

/** What is left of the house's main for a car, by which method, on its board and through its day. */
export default function HouseView(props: ViewProps) {
  const { asked, method, series } = props;
  const [file, setFile] = useState<{ readonly name: string; readonly text: string } | null>(null);
  const { service, wanted } = asked;
  const room = roomOf(service, method, wanted.phases);
  return (
    <>
      <div className="answer">
        <p className="verdict" role="status">
          <b>
            {room < 0
              ? `The house alone is ${needText(-room)} over its main`
              : `${leftText(room)} are left for a car`}
          </b>
          {room < 0
            ? ": that wants looking at, whatever becomes of the car."
            : room >= wanted.amps
              ? `: the ${wanted.amps} A you wish for fit.`
              : `: the ${wanted.amps} A you wish for do not fit as they are. `}
          {room < wanted.amps && <Link to="/install/ways">See what does</Link>}
        </p>
        <p className="quiet">
          By {method.name}.{method.lacks ? ` ${method.lacks}` : ""}{" "}
          {series ? "" : "No meter was read: the day below is a usual house, made up from the loads."}
        </p>
      </div>
      <MeterBar {...props} onFile={setFile} />
      {file && (
        <Suspense fallback={<div className="view-waiting" />}>
          <MeterRead key={file.name} {...props} file={file} onClose={() => setFile(null)} />
        </Suspense>
      )}
      <div className="two">
        <div>
          <BoardPanel {...props} />
          <Loads {...props} />
        </div>
        <div>
          <Methods {...props} />
          <ServiceFields {...props} />
        </div>
      </div>
    </>
  );
}

/** The board, and under it the house's day on the same axis of amperes. */
function BoardPanel({ asked, method, answer, series, garage, stale }: ViewProps) {
  const { service } = asked;
  const axis = Math.max(service.mainAmps, service.mainAmps - method.leftAmps);
  const day = series ?? answer?.series ?? null;
  return (
    <section className="view-panel" aria-label="The board of the house">
      <h2>The board, in amperes{service.phases === 3 ? ", on the phase that carries most" : ""}</h2>
      <Board method={method} mainAmps={service.mainAmps} />
      {day && (
        <>
          <h3>
            Its day on the same axis{" "}
            <small className="quiet">
              {series ? "as the meter told it" : "made up"}: on average, and at the most
            </small>
          </h3>
          <div className={stale ? "older" : undefined}>
            <DayBars series={day} service={service} zone={garage.household.spec.timeZone} axis={axis} />
          </div>
        </>
      )}
    </section>
  );
}

/** What is left by every method, with its working, and by which it is judged. */
function Methods({ draft, asked, method, methods, onChange }: ViewProps) {
  const [shown, setShown] = useState<Method["id"] | null>(null);
  const { service } = asked;
  const worked = methods.find(({ id }) => id === shown);
  return (
    <section className="view-panel" aria-label="Methods">
      <h2>How it is counted</h2>
      <ul className="methods">
        {methods.map((one) => (
          <li key={one.id} className={one.id === method.id ? "judged" : ""}>
            <b>
              {one.leftAmps < 0 ? `${needText(-one.leftAmps)} too little` : `${leftText(one.leftAmps)} left`}
            </b>{" "}
            by {one.name}
            {one.id === method.id ? ", which counts here" : ""}.{" "}
            {service.phases === 3 && (
              <span className="quiet">
                Phases {one.left.map((amps, i) => `${i + 1}: ${leftText(amps)}`).join(", ")}.{" "}
              </span>
            )}
            {one.lacks && <span className="late">{one.lacks}</span>}{" "}
            {one.id === method.id &&
              one.notes.map((note) => (
                <span key={note} className="quiet note">
                  {note}
                </span>
              ))}
            <Button
              quiet
              aria-label={`The working of ${one.name}`}
              onClick={() => setShown(shown === one.id ? null : one.id)}
            >
              Working
            </Button>
          </li>
        ))}
      </ul>
      {methods.length > 1 && (
        <Select
          says="It is judged by"
          value={draft.service.method ?? ""}
          onChange={(id) =>
            onChange({
              ...draft,
              service: { ...draft.service, method: id === "" ? null : id },
            })
          }
          options={[
            { value: "" as const, text: "what was measured, where it is enough" },
            ...methods.map((one) => ({ value: one.id, text: one.name })),
          ]}
        />
      )}
      {worked && (
        <WorkingPanel
          working={{ title: "What is left", steps: worked.steps, notes: worked.notes }}
          onClose={() => setShown(null)}
        />
      )}
    </section>
  );
}
