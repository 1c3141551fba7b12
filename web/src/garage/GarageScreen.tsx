import { useState } from "react";
import Button from "react-bootstrap/Button";
import { NavLink, useParams } from "react-router-dom";
import { KINDS, type Garage, type Kept, type Unread } from "@kettleback/core";
import { sayDone, sayTrouble } from "../shell/notices";
import { useGarage } from "../state/garage";
import { withArticle } from "../format/words";
import { blankOf } from "./blanks";
import { CableReader } from "./CableReader";
import { cardOf } from "./cards";
import { Connectors } from "./Connectors";
import { Editor, type EditableKind } from "./Editor";
import { usedBy } from "./usedBy";
import "./garage.scss";

/** The shelves of the garage, in the order electricity is thought of: car first, then outwards to the supply. */
const SHELVES: readonly { readonly kind: EditableKind; readonly title: string; readonly empty: string }[] = [
  { kind: "cars", title: "Cars", empty: "Add the car you charge: its battery, onboard charger and inlets." },
  { kind: "places", title: "Places", empty: "Add a place where you charge: home, work, the post in town." },
  { kind: "outlets", title: "Outlets", empty: "Add an outlet of one of your places, with its breaker." },
  {
    kind: "units",
    title: "Charging units",
    empty: "Add the unit that came with the car, a wallbox, or a post you use.",
  },
  { kind: "cables", title: "Cables", empty: "Add the cables you carry for posts without their own." },
  { kind: "leads", title: "Extension leads", empty: "No extension lead: the safest number of them." },
  { kind: "adapters", title: "Adapters", empty: "Add adapters between plug and inlet, if you carry any." },
];

/** What one looks at rather than keeps. */
const BENCHES = [
  { id: "reader", title: "Read a cable" },
  { id: "connectors", title: "Connectors" },
] as const;

type Editing = Partial<Kept<object>> & { readonly spec: object };

/** Cars, places, and everything between them. */
export default function GarageScreen({ garage }: { garage: Garage }) {
  const { kind: wanted } = useParams();
  const bench = BENCHES.find((b) => b.id === wanted);
  const shelf = SHELVES.find((s) => s.kind === wanted) ?? SHELVES[0]!;
  const [editing, setEditing] = useState<Editing | null>(null);
  const system = garage.outlets[0]?.spec.supply.system ?? "230/400";
  const rows = garage[shelf.kind] as readonly Kept<{ name: string }>[];
  const add = () => setEditing({ spec: blankOf(shelf.kind, system), parentId: null });

  return (
    <div className="garage-room">
      <h1 className="visually-hidden">Garage</h1>
      {garage.unread && <Unreadable rows={garage.unread} />}
      <nav className="shelves" aria-label="Shelves">
        {SHELVES.map(({ kind, title }) => (
          <NavLink
            key={kind}
            to={`/garage/${kind}`}
            className={!bench && kind === shelf.kind ? "active" : ""}
          >
            {title} <small>{garage[kind].length}</small>
          </NavLink>
        ))}
        <NavLink to="/money/tariffs">
          Tariffs <small>{garage.tariffs.length}</small>
        </NavLink>
        {BENCHES.map(({ id, title }) => (
          <NavLink key={id} to={`/garage/${id}`}>
            {title}
          </NavLink>
        ))}
      </nav>
      {bench?.id === "connectors" ? (
        <Connectors garage={garage} />
      ) : bench?.id === "reader" ? (
        <CableReader garage={garage} onSave={(spec) => setEditing({ spec, parentId: null })} />
      ) : (
        <section aria-label={shelf.title}>
          <header className="shelf-head">
            <h2>{shelf.title}</h2>
            <Button size="sm" onClick={add}>
              Add {withArticle(KINDS[shelf.kind].one)}
            </Button>
          </header>
          {rows.length === 0 ? (
            <p className="empty">{shelf.empty}</p>
          ) : (
            <ul className="cards">
              {rows.map((row) => (
                <ThingCard key={row.id} kind={shelf.kind} row={row} garage={garage} onEdit={setEditing} />
              ))}
            </ul>
          )}
        </section>
      )}
      {editing && (
        <Editor
          garage={garage}
          kind={bench ? "cables" : shelf.kind}
          row={editing}
          onClose={() => setEditing(null)}
        />
      )}
    </div>
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

interface CardProps {
  readonly kind: EditableKind;
  readonly row: Kept<{ name: string }>;
  readonly garage: Garage;
  onEdit(row: Editing): void;
}

function ThingCard({ kind, row, garage, onEdit }: CardProps) {
  const { remove, restore } = useGarage();
  const { figure, lines } = cardOf(kind, row as never, garage);
  const users = usedBy(garage, kind, row.id);
  const { name } = row.spec;
  const forget = () =>
    remove(kind, row).then(
      (gone) =>
        sayDone(`${name} is deleted.`, {
          label: "Undo",
          run: () => void restore(kind, gone).catch(sayTrouble),
        }),
      sayTrouble,
    );
  return (
    <li className="card-thing">
      <h3>{name}</h3>
      <p className="figure">{figure}</p>
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
      {users.length > 0 && <p className="users">Used by {users.join(", ")}</p>}
      <div className="acts">
        <Button size="sm" variant="quiet" onClick={() => onEdit(row)} aria-label={`Change ${name}`}>
          Change
        </Button>
        <Button
          size="sm"
          variant="quiet"
          aria-label={`Duplicate ${name}`}
          onClick={() =>
            onEdit({ spec: { ...row.spec, name: `${name} 2`.slice(-80) }, parentId: row.parentId })
          }
        >
          Duplicate
        </Button>
        <Button size="sm" variant="quiet" aria-label={`Delete ${name}`} onClick={() => void forget()}>
          Delete
        </Button>
      </div>
    </li>
  );
}
