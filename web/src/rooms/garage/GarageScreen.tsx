import { useState } from "react";
import { Navigate, NavLink, useParams } from "react-router-dom";
import {
  KINDS,
  regionOf,
  worldOf,
  type Garage,
  type Kept,
  type SupplyId,
  type Unread,
  withArticle,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { RoomFrame } from "../../controls/RoomFrame";
import { NotHere } from "../../controls/states";
import { ampsText } from "../../format/number";
import { PX_PER_AMP } from "./bench/scale";
import { blankOf } from "./blanks";
import { CableReader } from "./CableReader";
import { ChargePoints } from "./ChargePoints";
import { Devices } from "./Devices";
import { Connectors } from "./Connectors";
import { Editor, type EditableKind } from "./Editor";
import { Matrix } from "./Matrix";
import { Places } from "./Places";
import { PlateReader } from "./PlateReader";
import { ThingRow, type Editing } from "./ThingRow";
import { Things } from "./Things";
import styles from "./garage.module.scss";

interface Shelf {
  readonly kind: Exclude<EditableKind, "outlets">;
  readonly title: string;
  readonly empty: string;
  /** Nothing on it is drawn to the scale of amps. */
  readonly plain?: true;
}

/** The shelves of the garage: the car first, then where it stands, then what is carried in between. */
const SHELVES: readonly Shelf[] = [
  { kind: "cars", title: "Cars", empty: "Add the car you charge: its battery, onboard charger and inlets." },
  {
    kind: "places",
    title: "Places",
    empty:
      "Add a place where you charge: home, work, the post in town. Its outlets and wired-in units go in it.",
  },
  {
    kind: "evses",
    title: "Portable units",
    empty: "Add the unit that came with the car. One that is wired in belongs to its place.",
  },
  { kind: "cables", title: "Cables", empty: "Add the cables you carry for posts without their own." },
  { kind: "leads", title: "Extension leads", empty: "No extension lead: the safest number of them." },
  { kind: "adapters", title: "Adapters", empty: "Add adapters between plug and inlet, if you carry any." },
  {
    kind: "fuelCars",
    title: "Fuel cars",
    plain: true,
    empty: "Add the fuel car you compare with: Money, Against fuel, takes what it uses from here.",
  },
];

/** What one looks at rather than keeps. */
const BENCHES = [
  { id: "points", title: "Charge points" },
  { id: "devices", title: "Meters and reports" },
  { id: "together", title: "What goes with what" },
  { id: "plate", title: "Read a plate" },
  { id: "reader", title: "Read a cable" },
  { id: "connectors", title: "Connectors" },
] as const;

type BenchId = (typeof BENCHES)[number]["id"];

const NEW = { parentId: null };

/** Units that are wired in, or are to be, are shown at the places. */
const onShelf = (garage: Garage, kind: Shelf["kind"]): readonly Kept<{ name: string }>[] =>
  kind === "evses" ? garage.evses.filter(({ spec }) => spec.kind === "portable") : garage[kind];

/** Cars, places, and everything between them. */
export default function GarageScreen({ garage }: { garage: Garage }) {
  const { kind: wanted } = useParams();
  const bench = BENCHES.find((b) => b.id === wanted);
  const shelf = wanted === undefined ? SHELVES[0]! : SHELVES.find((s) => s.kind === wanted);
  const [editing, setEditing] = useState<Editing | null>(null);
  const system = worldOf(garage);
  // Outlets have no shelf of their own: they are at their places.
  if (wanted === "outlets") return <Navigate to="/garage/places" replace />;
  if (!bench && !shelf) return <NotHere />;
  return (
    <RoomFrame title="Garage" className={styles.room}>
      {garage.unread && <Unreadable rows={garage.unread} />}
      <nav className="shelves" aria-label="Shelves">
        <p>What you have</p>
        {SHELVES.map(({ kind, title }) => (
          <NavLink key={kind} to={`/garage/${kind}`} className={kind === shelf?.kind ? "active" : ""}>
            {title} <small>{onShelf(garage, kind).length}</small>
          </NavLink>
        ))}
        <NavLink to="/money/tariffs">
          Tariffs <small>{garage.tariffs.length}</small>
        </NavLink>
        <NavLink to="/garage/points">
          Charge points <small>{garage.chargePoints.length}</small>
        </NavLink>
        <NavLink to="/garage/devices">
          Meters and reports <small>{garage.devices.length}</small>
        </NavLink>
        <p>Look up</p>
        {BENCHES.filter(({ id }) => id !== "points" && id !== "devices").map(({ id, title }) => (
          <NavLink key={id} to={`/garage/${id}`}>
            {title}
          </NavLink>
        ))}
        <NavLink to="/words">Words</NavLink>
      </nav>
      {bench ? (
        <Looking bench={bench.id} garage={garage} system={system} onEdit={setEditing} />
      ) : (
        <ShelfView shelf={shelf!} garage={garage} system={system} onEdit={setEditing} />
      )}
      {editing && (
        <Editor garage={garage} kind={editing.kind} row={editing.row} onClose={() => setEditing(null)} />
      )}
    </RoomFrame>
  );
}

interface ViewProps {
  readonly garage: Garage;
  readonly system: SupplyId;
  onEdit(editing: Editing): void;
}

function Looking({ bench, garage, system, onEdit }: ViewProps & { readonly bench: BenchId }) {
  switch (bench) {
    case "points":
      return <ChargePoints garage={garage} />;
    case "devices":
      return <Devices garage={garage} />;
    case "connectors":
      return <Connectors garage={garage} />;
    case "reader":
      return (
        <CableReader garage={garage} onSave={(spec) => onEdit({ kind: "cables", row: { spec, ...NEW } })} />
      );
    case "plate":
      return <PlateReader system={system} onSave={(kind, spec) => onEdit({ kind, row: { spec, ...NEW } })} />;
    case "together":
      return (
        <section aria-label="What goes with what">
          <header className="shelf-head">
            <h2>What goes with what</h2>
          </header>
          <Matrix garage={garage} />
        </section>
      );
  }
}

function ShelfView({
  shelf: { kind, title, empty, plain },
  garage,
  system,
  onEdit,
}: ViewProps & { readonly shelf: Shelf }) {
  const rows = onShelf(garage, kind);
  return (
    <section aria-label={title}>
      <header className="shelf-head">
        <h2>{title}</h2>
        {rows.length > 0 && !plain && <Scale />}
        <Button
          onClick={() =>
            onEdit({ kind, row: { spec: blankOf(kind, system, regionOf(garage.household.spec)), ...NEW } })
          }
        >
          Add {withArticle(KINDS[kind].one)}
        </Button>
      </header>
      {rows.length === 0 && <p className="empty">{empty}</p>}
      {/* What is wired in nowhere yet stands here even without a place. */}
      {kind === "places" ? (
        <Places garage={garage} onEdit={onEdit} />
      ) : (
        <Things
          items={rows.map((row) => ({ ...row, text: row.spec.name }))}
          label={title}
          usual={kind === "cars" ? 155 : 130}
          row={(row) => <ThingRow kind={kind} row={row} garage={garage} onEdit={onEdit} />}
        />
      )}
    </section>
  );
}

const SCALE_AMPS = [16, 32, 48] as const;

/** The one scale of every drawing: what amps look like. */
function Scale() {
  return (
    <p className="scale">
      One scale:{" "}
      {SCALE_AMPS.map((amps) => (
        <span key={amps}>
          <i style={{ blockSize: `${amps * PX_PER_AMP}px` }} aria-hidden="true" /> {ampsText(amps)}
        </span>
      ))}
    </p>
  );
}

/** Things an earlier program kept that this one cannot accept: left as they are, and named. */
function Unreadable({ rows }: { readonly rows: readonly Unread[] }) {
  return (
    <div className="unread" role="note">
      <strong>
        {rows.length === 1 ? "One thing" : `${rows.length} things`} kept by an earlier version cannot be used
        as it stands. Nothing of it is lost; add it again as it really is:
      </strong>
      <ul>
        {rows.map(({ id, kind, name, problems }) => (
          <li key={id}>
            {name} ({KINDS[kind].one}): {problems[0]?.field}: {problems[0]?.message}
          </li>
        ))}
      </ul>
    </div>
  );
}
