import {
  asPeopleKnow,
  loadName,
  loadRow,
  LOAD_KINDS,
  MOST_LOADS,
  tradeOf,
  usualLoad,
  type Load,
  type LoadKind,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import type { ViewProps } from "./view";

/** What is built into the house, each with what it draws; usual values are marked until they are typed over. */
export function Loads({ draft, onChange }: ViewProps) {
  const { service } = draft;
  const trade = tradeOf(service.system);
  const set = (loads: readonly Load[]) => onChange({ ...draft, service: { ...service, loads: [...loads] } });
  return (
    <section className="view-panel" aria-label="What is built in">
      <h2>What is built in</h2>
      <Table label="Loads" className="loads">
        <thead>
          <tr>
            <th scope="col">Load</th>
            <th scope="col" className="figure">
              kW
            </th>
            {service.phases === 3 && <th scope="col">Phases</th>}
            <th scope="col">
              <span className="visually-hidden">Taken out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {service.loads.map((load, i) => (
            <Row
              key={i}
              load={load}
              at={i}
              three={service.phases === 3}
              onChange={(next) => set(service.loads.map((one, at) => (at === i ? next : one)))}
              onOut={() => set(service.loads.filter((_, at) => at !== i))}
            />
          ))}
        </tbody>
      </Table>
      {service.loads.length === 0 && <p className="quiet">Nothing but lights and sockets.</p>}
      {service.loads.length < MOST_LOADS && (
        <Select
          says="Add"
          value=""
          onChange={(kind) => kind && set([...service.loads, usualLoad(kind, trade, service.phases)])}
          options={[
            { value: "" as LoadKind | "", text: "a load, as it usually is…" },
            ...LOAD_KINDS.map((kind) => ({ value: kind, text: loadRow(kind).name })),
          ]}
        />
      )}
    </section>
  );
}

interface RowProps {
  readonly load: Load;
  readonly at: number;
  /** The house has three phases. */
  readonly three: boolean;
  onChange(load: Load): void;
  onOut(): void;
}

/** A load: what it is, what it draws, on which phases. */
function Row({ load, at, three, onChange, onOut }: RowProps) {
  const change = (more: Partial<Load>) => onChange({ ...load, ...more });
  return (
    <tr>
      <th scope="row">
        {load.kind === "other" ? (
          <TextInput
            label={`Name of load ${at + 1}`}
            maxLength={80}
            value={load.name ?? ""}
            placeholder="something else"
            onChange={(name) => {
              const { name: _, ...rest } = load;
              onChange(name.trim() ? { ...rest, name } : rest);
            }}
          />
        ) : (
          loadName(load)
        )}
        {load.kind === "heating" && <Zones value={load.zones} onChange={(zones) => change({ zones })} />}
        <small>{asPeopleKnow(load.watts, loadRow(load.kind).hours)}</small>
      </th>
      <td className="figure">
        {load.assumed && <small>assumed </small>}
        <FigureInput
          label={`${loadName(load)}, kW`}
          className="number"
          value={load.watts / 1000}
          decimals={2}
          wrong={(kW) => !(kW >= 0.05 && kW <= 60)}
          onChange={(kW) => kW >= 0.05 && kW <= 60 && change({ watts: kW * 1000, assumed: false })}
        />
      </td>
      {three && (
        <td>
          <Select
            label={`Phases of ${loadName(load)}`}
            value={load.phases === 3 ? 0 : load.lane}
            onChange={(lane) => change(lane === 0 ? { phases: 3 } : { phases: 1, lane })}
            options={[
              { value: 0 as const, text: "all three" },
              { value: 1 as const, text: "phase 1" },
              { value: 2 as const, text: "phase 2" },
              { value: 3 as const, text: "phase 3" },
            ]}
          />
        </td>
      )}
      <td>
        <Button quiet aria-label={`Take ${loadName(load)} out`} onClick={onOut}>
          Out
        </Button>
      </td>
    </tr>
  );
}

const Zones = ({ value, onChange }: { readonly value: number; onChange(zones: number): void }) => (
  <label className="length">
    rooms with a thermostat{" "}
    <FigureInput
      label="Rooms with a thermostat"
      className="number"
      value={value}
      wrong={(zones) => !(Number.isInteger(zones) && zones >= 1 && zones <= 40)}
      onChange={(zones) => Number.isInteger(zones) && zones >= 1 && zones <= 40 && onChange(zones)}
    />
  </label>
);
