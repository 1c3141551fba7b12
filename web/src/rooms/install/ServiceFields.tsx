import { supplySystem, SUPPLY_IDS, tapOf, tradeOf, usualRun, type Service } from "@kettleback/core";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { Figure } from "./Figure";
import type { ViewProps } from "./view";

/** What feeds the house: its supply, main, phases, floor; and what is asked for. */
export function ServiceFields({ garage, draft, onChange }: ViewProps) {
  const { service, wanted } = draft;
  const nec = tradeOf(service.system) === "nec";
  const set = (change: Partial<Service>) => onChange({ ...draft, service: { ...service, ...change } });
  const main = (mainAmps: number) => {
    // A limit is never above the main.
    const { limitAmps } = draft.follow;
    const follow = { ...draft.follow, limitAmps: limitAmps === null ? null : Math.min(limitAmps, mainAmps) };
    onChange({ ...draft, service: { ...service, mainAmps }, follow });
  };
  const phases = (count: 1 | 3) => {
    // What is on three phases in a house of one is on that one.
    const loads =
      count === 3 ? service.loads : service.loads.map((load) => ({ ...load, phases: 1 as const }));
    onChange({
      ...draft,
      service: { ...service, phases: count, loads },
      wanted: count === 3 ? wanted : { ...wanted, phases: 1 },
    });
  };
  const system = (id: Service["system"]) => {
    const three = tapOf(id, "three") !== undefined;
    const loads = three ? service.loads : service.loads.map((load) => ({ ...load, phases: 1 as const }));
    const trade = tradeOf(id);
    onChange({
      ...draft,
      service: { ...service, system: id, method: null, phases: three ? service.phases : 1, loads },
      wanted: three ? wanted : { ...wanted, phases: 1 },
      run: trade === tradeOf(service.system) ? draft.run : { ...usualRun(trade), lengthM: draft.run.lengthM },
    });
  };
  const three = tapOf(service.system, "three") !== undefined;
  return (
    <section className="view-panel fields" aria-label="The service">
      <h2>What feeds the house</h2>
      <div className="field-grid">
        <Select
          says="Supply"
          value={service.system}
          onChange={system}
          options={SUPPLY_IDS.map((id) => ({ value: id, text: supplySystem(id).name }))}
        />
        <Figure
          says="Main breaker or fuse"
          unit="A"
          value={service.mainAmps}
          low={10}
          high={400}
          onChange={main}
        />
        {three && (
          <Select
            says="It reaches the house on"
            value={service.phases}
            onChange={phases}
            options={[
              { value: 1 as const, text: "one phase" },
              { value: 3 as const, text: "three phases" },
            ]}
          />
        )}
        <Figure
          says="Floor area"
          unit="m²"
          value={service.areaM2}
          low={10}
          high={2_000}
          decimals={0}
          onChange={(areaM2) => set({ areaM2 })}
        />
        {nec && <Circuits service={service} set={set} />}
        <Wished garage={garage} draft={draft} onChange={onChange} />
        {!nec && (
          <Figure
            says="Added to what was measured"
            unit="%"
            value={100 * service.marginShare}
            low={0}
            high={100}
            decimals={0}
            onChange={(percent) => set({ marginShare: percent / 100 })}
          />
        )}
      </div>
      {service.phases === 3 && <ThreePhases service={service} set={set} />}
      <Measured service={service} set={set} />
    </section>
  );
}

interface Props {
  readonly service: Service;
  set(change: Partial<Service>): void;
}

/** What only a house of three phases is asked. */
const ThreePhases = ({ service, set }: Props) => (
  <div className="field-grid">
    <Figure
      says="Of the meter's figure, on the fullest phase"
      unit="%"
      value={100 * service.heaviestShare}
      low={34}
      high={100}
      decimals={0}
      onChange={(percent) => set({ heaviestShare: percent / 100 })}
    />
    <Tick
      checked={service.imbalanceAmps !== null}
      onChange={(held) => set({ imbalanceAmps: held ? 20 : null })}
    >
      The utility limits a unit on one phase
    </Tick>
    {service.imbalanceAmps !== null && (
      <Figure
        says="to"
        unit="A"
        value={service.imbalanceAmps}
        low={5}
        high={80}
        onChange={(imbalanceAmps) => set({ imbalanceAmps })}
      />
    )}
  </div>
);

/** A peak that was read off a bill: it stands in until a meter is read. */
const Measured = ({ service, set }: Props) => (
  <div className="field-grid">
    <Tick
      checked={service.measured !== null}
      onChange={(known) => set({ measured: known ? { peakW: 7_000, days: 365, minutes: 15 } : null })}
    >
      I know the highest demand that was measured
    </Tick>
    {service.measured && (
      <>
        <Figure
          says="Highest demand"
          unit="kW"
          value={service.measured.peakW / 1000}
          low={0.1}
          high={400}
          onChange={(kW) => set({ measured: { ...service.measured!, peakW: kW * 1000 } })}
        />
        <Figure
          says="Highest of"
          unit="days"
          value={service.measured.days}
          low={1}
          high={3_660}
          onChange={(days) => set({ measured: { ...service.measured!, days } })}
        />
        <Select
          says="as a mean over"
          value={service.measured.minutes}
          onChange={(minutes) => set({ measured: { ...service.measured!, minutes } })}
          options={[15, 30, 60].map((minutes) => ({
            value: minutes as 15 | 30 | 60,
            text: `${minutes} min`,
          }))}
        />
      </>
    )}
  </div>
);

/** Circuits of sockets the NEC counts by themselves. */
const Circuits = ({ service, set }: Props) => (
  <>
    <Figure
      says="Kitchen circuits"
      unit=""
      value={service.kitchenCircuits}
      low={0}
      high={10}
      onChange={(count) => Number.isInteger(count) && set({ kitchenCircuits: count })}
    />
    <Figure
      says="Laundry circuits"
      unit=""
      value={service.laundryCircuits}
      low={0}
      high={5}
      onChange={(count) => Number.isInteger(count) && set({ laundryCircuits: count })}
    />
  </>
);

/** For which car, and what unit is wished for. */
function Wished({ garage, draft, onChange }: Pick<ViewProps, "garage" | "draft" | "onChange">) {
  const { service, wanted } = draft;
  return (
    <>
      <Select
        says="For"
        value={draft.carId ?? garage.cars[0]!.id}
        onChange={(carId) => onChange({ ...draft, carId })}
        options={garage.cars.map(({ id, spec }) => ({ value: id, text: spec.name }))}
      />
      <Figure
        says="Wished for"
        unit="A"
        value={wanted.amps}
        low={6}
        high={80}
        onChange={(amps) => onChange({ ...draft, wanted: { ...wanted, amps } })}
      />
      {service.phases === 3 && (
        <Select
          says="on"
          value={wanted.phases}
          onChange={(count) => onChange({ ...draft, wanted: { ...wanted, phases: count } })}
          options={[
            { value: 1 as const, text: "one phase" },
            { value: 3 as const, text: "three phases" },
          ]}
        />
      )}
    </>
  );
}
