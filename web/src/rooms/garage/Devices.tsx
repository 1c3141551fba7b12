import { useState } from "react";
import { Link } from "react-router-dom";
import { nameTold, originOf, type Device, type DeviceState, type Garage, type Kept } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { deviceText, outletName } from "../../plan/pointWords";
import { useLive } from "../../stores/live";
import { useFollowing } from "../../stores/useFollowing";
import { useForgetting } from "../../stores/useForgetting";
import { DeviceForm, type EditedDevice } from "./DeviceForm";

/** What a device tells of, by name; undefined where that is gone. */
const toldOf = ({ of }: Device, garage: Garage): string | undefined =>
  of.kind === "outlets" ? outletName(garage, of.id) : garage.cars.find(({ id }) => id === of.id)?.spec.name;

/** Meters and cars of one's own that tell what they measure: how each is reached, and how it stands. */
export function Devices({ garage }: { readonly garage: Garage }) {
  const [edited, setEdited] = useState<EditedDevice | null>(null);
  const household = garage.household.id;
  useFollowing(household, true);
  const { devices, householdId } = useLive();
  const known = householdId === household ? devices : [];
  const first = garage.outlets[0] ?? garage.cars[0];
  const add = () =>
    setEdited({
      name: "",
      of: { kind: garage.outlets[0] ? "outlets" : "cars", id: first!.id },
      reach: { kind: "http", address: "", everySeconds: 15 },
      fields: [],
    });
  return (
    <section aria-label="Meters and reports" className="charge-points">
      <header className="shelf-head">
        <h2>Meters and reports</h2>
        <Button onClick={add} disabled={!first}>
          Add a device
        </Button>
      </header>
      <p className="quiet">
        A meter at an outlet, or a car that tells how it stands: while a session goes on there, this server
        reads it and the <Link to="/path">Path</Link> shows what it tells. It is asked over HTTP, or heard by
        MQTT, the language of small devices. A public network is asked by OCPI, the language networks share.
      </p>
      {garage.devices.length === 0 && <p className="empty">None yet. Without one, readings are typed.</p>}
      <ul className="points">
        {garage.devices.map((row) => (
          <DeviceRow
            key={row.id}
            row={row}
            of={toldOf(row.spec, garage)}
            state={known.find(({ id }) => id === row.id)}
            zone={garage.household.spec.timeZone}
            onEdit={() => setEdited({ ...row.spec, row })}
          />
        ))}
      </ul>
      {edited && (
        <DeviceForm
          garage={garage}
          edited={edited}
          secretFor={known.find(({ id }) => id === edited.row?.id)?.secretFor ?? null}
          onClose={() => setEdited(null)}
        />
      )}
    </section>
  );
}

interface RowProps {
  readonly row: Kept<Device>;
  /** What it tells of. */
  readonly of: string | undefined;
  readonly state: DeviceState | undefined;
  /** The household's, in which moments are said. */
  readonly zone: string;
  onEdit(): void;
}

/** Whether a device has a secret, and whether it is told where the device is reached now. */
const secretText = (secretFor: string | null, reach: Device["reach"]): string =>
  secretFor === null
    ? "none"
    : secretFor === originOf(reach)
      ? "it has one"
      : `not sent: it was given for ${secretFor}. Type it again to use it here.`;

function DeviceRow({ row, of, state, zone, onEdit }: RowProps) {
  const forgetThing = useForgetting("devices");
  const { name, reach, fields } = row.spec;
  const forget = () => forgetThing(row, `${name} is deleted, and read no more.`);
  return (
    <li className="point">
      <div>
        <b>{name}</b>{" "}
        <span className={state?.session ? "here" : "quiet"}>{state ? deviceText(state, zone) : "…"}</span>
        <small>
          {of ? `It tells of ${of}` : "What it told of is gone: change it"}:{" "}
          {reach.kind === "ocpi"
            ? "what a session there took, and its bill"
            : fields.map(({ role }) => nameTold(role)).join(", ")}
        </small>
        <dl>
          <div>
            <dt>Address</dt>
            <dd>
              <code>{reach.address}</code>
            </dd>
          </div>
          <div>
            <dt>{reach.kind === "mqtt" ? "Topic" : "Asked"}</dt>
            <dd>{reach.kind === "mqtt" ? <code>{reach.topic}</code> : `every ${reach.everySeconds} s`}</dd>
          </div>
          <div>
            <dt>Secret</dt>
            <dd>{secretText(state?.secretFor ?? null, reach)}</dd>
          </div>
        </dl>
      </div>
      <div className="acts">
        <Button quiet onClick={onEdit} aria-label={`Change ${name}`}>
          Change
        </Button>
        <Button quiet asks={forget} aria-label={`Delete ${name}`}>
          Delete
        </Button>
      </div>
    </li>
  );
}
