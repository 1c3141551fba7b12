import { CONNECTOR_IDS, CONNECTORS, INLET_IDS, INLETS, inletFor, type Garage } from "@kettleback/core";
import { FaceDrawing } from "../../faces/FaceDrawing";
import { FACES } from "../../faces/table";

/** Every connector with its face, where it is used, which inlets take it, and which of the household's cars do. */
export function Connectors({ garage }: { garage: Garage }) {
  return (
    <section aria-label="Connectors">
      <header className="shelf-head">
        <h2>Connectors: which fits which</h2>
      </header>
      <ul className="cards connectors">
        {CONNECTOR_IDS.map((id) => {
          const { name, current, phases, standard, regions } = CONNECTORS[id];
          const inlets = INLET_IDS.filter((inlet) => inletFor(id, [inlet]));
          const cars = garage.cars.filter((car) => inletFor(id, car.spec.inlets)).map((car) => car.spec.name);
          return (
            <li key={id} className="card-thing face-card">
              <FaceDrawing connector={id} label={`Face of ${name}`} />
              <div>
                <h3>{name}</h3>
                <p>
                  {current === "AC"
                    ? `AC, up to ${phases === 1 ? "one phase" : "three phases"}`
                    : "DC, rapid stations only"}
                </p>
                <p>{FACES[id].note}</p>
                <p>Goes into: {inlets.map((inlet) => INLETS[inlet].name).join(", ")}</p>
                <p>{cars.length ? `Your ${cars.join(", ")}` : "None of your cars"}</p>
                <p>
                  <small>
                    {standard}; {regions}
                  </small>
                </p>
              </div>
            </li>
          );
        })}
      </ul>
      <p className="empty">
        A Type 1 car at a Type 2 post needs a Type 1–Type 2 cable; a Type 2 car at a tethered Type 1 post an
        adapter. A combined inlet takes the AC plug of its own type in its upper part.
      </p>
    </section>
  );
}
