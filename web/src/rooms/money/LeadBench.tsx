import {
  coinOf,
  COIL_W_PER_M,
  FLEXIBLE_GAUGES,
  leadFigures,
  leadQuestionSchema,
  lossBetween,
  METER_OFF,
  ownDrawOver,
  rangesOf,
  repaid,
  thicker,
  WARM_W_PER_M,
  watts,
  type Garage,
  type LeadAsked,
  type LeadFigures,
  type Repaid,
} from "@kettleback/core";
import { namedOptions, optionsOf, Select } from "../../controls/Select";
import { decimals, energyFigure, figureText, percentText } from "../../format/number";
import { gaugeText } from "../../format/words";
import type { Answered } from "../../jobs/answer";
import { amountText } from "../../plan/money";
import type { MoneyDraft } from "../../stores/money";
import { LeadDrawing } from "./LeadDrawing";
import { NumberInput, within } from "./NumberInput";
import { useMoney } from "./useMoney";

type Lead = MoneyDraft["lead"];

const WAYS = { meters: "two meters", loop: "its loop measured", conductor: "conductor and length" } as const;

const TAKES = rangesOf(leadQuestionSchema);
/** Whether a figure of the question is one it takes. */
const takes = (field: keyof typeof TAKES, value: number): boolean =>
  within(value, TAKES[field].min, TAKES[field].max);

/** What is asked, or null while a figure is out of range. */
function askedOf(lead: Lead): LeadAsked | null {
  const { by, ohms, nearW, farW, gauge, amps, volts, lengthM } = lead;
  if (!takes("amps", amps) || !takes("volts", volts) || !takes("lengthM", lengthM)) return null;
  if (by === "loop") return takes("ohms", ohms) ? { known: { by, ohms }, amps, volts, lengthM } : null;
  if (by === "conductor") return { known: { by, gauge, temperatureC: 30 }, amps, volts, lengthM };
  const sound = takes("nearW", nearW) && takes("farW", farW) && farW <= nearW;
  return sound ? { known: { by, nearW: watts(nearW), farW: watts(farW) }, amps, volts, lengthM } : null;
}

/** The lead bench: what a lead loses, in watts and in coin, and what would be cheaper in the end. */
export default function LeadBench({
  garage,
  answered,
}: {
  readonly garage: Garage;
  readonly answered: Answered;
}) {
  const found = useMoney(garage, answered);
  const { currency } = garage.household.spec;
  if (!found) return <p className="room-note">A path that charges is needed to start from.</p>;
  const { lead } = found.money;
  const set = (to: Partial<Lead>) => found.change("lead", to);
  const asked = askedOf(lead);
  const figures = asked && leadFigures(asked);
  return (
    <div className="lead-bench">
      <section className="view-panel" aria-label="The lead">
        {lead.by === "meters" && lead.farW > lead.nearW && (
          <p className="problems" role="alert">
            Meter at the far end: cannot read more than the one at the wall. Are they swapped?
            {lossBetween(watts(lead.nearW), watts(lead.farW)).mostW > 0 &&
              ` If not, the lead loses less than two meters that may each be off by ${percentText(METER_OFF)} can tell apart.`}
          </p>
        )}
        {figures && lead.by === "meters" && Math.abs(lead.nearW / (lead.volts * lead.amps) - 1) > 0.1 && (
          <p className="heat">
            {decimals(lead.nearW, 0)} W at {decimals(lead.volts, 0)} V is{" "}
            {decimals(lead.nearW / lead.volts, 1)} A: is {decimals(lead.amps, 1)} A what flowed while the
            meters were read?
          </p>
        )}
        {figures && (
          <>
            <Heat figures={figures} />
            <LeadDrawing figures={figures} amps={lead.amps} lengthM={lead.lengthM} />
            {lead.by === "meters" && <Doubt lead={lead} figures={figures} />}
          </>
        )}
        <h3>With these figures</h3>
        <div className="view-tools">
          <Select
            says="Known by"
            value={lead.by}
            onChange={(picked) => set({ by: picked })}
            options={namedOptions(WAYS)}
          />
          {lead.by === "meters" && (
            <>
              <NumberInput
                label="Meter at the wall"
                {...TAKES.nearW}
                value={lead.nearW}
                onChange={(nearW) => set({ nearW })}
              />
              <NumberInput
                label="Meter at the far end"
                {...TAKES.farW}
                value={lead.farW}
                onChange={(farW) => set({ farW })}
              />
            </>
          )}
          {lead.by === "loop" && (
            <NumberInput label="Loop" {...TAKES.ohms} value={lead.ohms} onChange={(ohms) => set({ ohms })} />
          )}
          {lead.by === "conductor" && (
            <Select
              says="Conductor"
              value={lead.gauge}
              onChange={(picked) => set({ gauge: picked })}
              options={optionsOf(FLEXIBLE_GAUGES, gaugeText)}
            />
          )}
          <NumberInput label="Current" {...TAKES.amps} value={lead.amps} onChange={(amps) => set({ amps })} />
          <NumberInput
            label="Voltage"
            {...TAKES.volts}
            value={lead.volts}
            onChange={(volts) => set({ volts })}
          />
          <NumberInput
            label="Length"
            {...TAKES.lengthM}
            value={lead.lengthM}
            onChange={(lengthM) => set({ lengthM })}
          />
        </div>
      </section>
      {asked && figures && (
        <Coin lead={lead} asked={asked} figures={figures} currency={currency} set={set} answered={answered} />
      )}
    </div>
  );
}

/** What the heat of a lead means for whoever touches it. */
function Heat({
  figures: { wattsPerMetre, dropVolts, dropShare, lostW, loopOhms },
}: {
  readonly figures: LeadFigures;
}) {
  const hot = wattsPerMetre > WARM_W_PER_M;
  return (
    <>
      <p className="says" aria-live="polite">
        <strong>{decimals(lostW, 1)} W are lost in the lead</strong>, {decimals(wattsPerMetre, 2)} W a metre;{" "}
        {decimals(loopOhms, 3)} Ω there and back take {decimals(dropVolts, 1)} V, {percentText(dropShare, 1)}{" "}
        of what the wall gives.
      </p>
      {wattsPerMetre > COIL_W_PER_M && (
        <p className={`heat ${hot ? "stop" : "careful"}`}>
          <b>{hot ? "Stop" : "Careful"}:</b>{" "}
          {hot
            ? "at this heat a lead gets hot even unrolled. Lower the current or take a thicker one."
            : "never coiled at this heat: unroll it to the last turn, and feel it for warmth."}{" "}
          An extension lead is never what a licensed electrician would plan for a car.
        </p>
      )}
    </>
  );
}

/** How far two meters can be trusted with their difference, and what takes their error out of it. */
function Doubt({ lead, figures }: { readonly lead: Lead; readonly figures: LeadFigures }) {
  const { leastW, mostW } = lossBetween(watts(lead.nearW), watts(lead.farW));
  const hottest = mostW / lead.lengthM;
  return (
    <p className="doubt">
      Each meter may be off by {percentText(METER_OFF)} (common practice), so the loss is really between{" "}
      {decimals(leastW, 0)} and {decimals(mostW, 0)} W
      {hottest > COIL_W_PER_M && figures.wattsPerMetre <= COIL_W_PER_M && (
        <>, up to {decimals(hottest, 2)} W a metre: unroll the lead until you know</>
      )}
      . Swap the two meters and read again: the mean of both losses is free of what each is off by.
    </p>
  );
}

interface CoinProps {
  readonly lead: Lead;
  readonly asked: LeadAsked;
  readonly figures: LeadFigures;
  readonly currency: string;
  readonly answered: Answered;
  set(to: Partial<Lead>): void;
}

function Coin({ lead, asked, figures, currency, set, answered }: CoinProps) {
  const { hours, sessions, perKWh, thicker: gauge, thickerPrice, outletPrice, wallboxPrice } = lead;
  const sound =
    takes("hours", hours) &&
    takes("sessions", sessions) &&
    takes("perKWh", perKWh) &&
    takes("thickerPrice", thickerPrice) &&
    takes("outletPrice", outletPrice) &&
    takes("wallboxPrice", wallboxPrice);
  const use = { hoursASession: hours, sessionsAYear: sessions, perKWh };
  const coin = coinOf(figures.lostW, use);
  const remedies = sound
    ? [
        repaid(thicker(asked, gauge, thickerPrice), figures.lostW, use),
        repaid(
          { what: "an outlet where the car stands: no lead", lostW: 0, price: outletPrice },
          figures.lostW,
          use,
        ),
        repaid({ what: "a wallbox on its own circuit", lostW: 0, price: wallboxPrice }, figures.lostW, use),
      ]
    : [];
  return (
    <section className="view-panel" aria-label="In coin">
      {sound && (
        <dl className="coins">
          {(
            [
              ["a session", coin.aSession],
              ["a hundred sessions", coin.aHundred],
              ["a year", coin.aYear],
            ] as const
          ).map(([name, amount]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{amountText(amount, currency)}</dd>
            </div>
          ))}
        </dl>
      )}
      <h3>What would save it</h3>
      <ul className="remedies">
        {remedies.map((remedy) => (
          <Remedied key={remedy.what} remedy={remedy} currency={currency} lostW={figures.lostW} />
        ))}
      </ul>
      <SlowFast lead={lead} currency={currency} set={set} answered={answered} />
      <h3>With these figures</h3>
      <div className="view-tools">
        <NumberInput
          label="A session lasts"
          {...TAKES.hours}
          value={hours}
          onChange={(v) => set({ hours: v })}
        />
        <NumberInput
          label="Sessions a year"
          {...TAKES.sessions}
          value={sessions}
          onChange={(v) => set({ sessions: v })}
        />
        <NumberInput
          label="A kWh costs"
          {...TAKES.perKWh}
          unit={currency}
          value={perKWh}
          onChange={(v) => set({ perKWh: v })}
        />
        <Select
          says="A lead of"
          value={gauge}
          onChange={(picked) => set({ thicker: picked })}
          options={optionsOf(FLEXIBLE_GAUGES, gaugeText)}
        />
        <NumberInput
          label="The thicker lead costs"
          {...TAKES.thickerPrice}
          unit={currency}
          value={thickerPrice}
          onChange={(v) => set({ thickerPrice: v })}
        />
        <NumberInput
          label="An outlet at the car costs"
          {...TAKES.outletPrice}
          unit={currency}
          value={outletPrice}
          onChange={(v) => set({ outletPrice: v })}
        />
        <NumberInput
          label="A wallbox costs"
          {...TAKES.wallboxPrice}
          unit={currency}
          value={wallboxPrice}
          onChange={(v) => set({ wallboxPrice: v })}
        />
      </div>
    </section>
  );
}

function Remedied({ remedy, currency, lostW }: { remedy: Repaid; currency: string; lostW: number }) {
  const { what, years, sessions, savedAYear, lostW: left } = remedy;
  return (
    <li>
      <b>{what.replace(/^./, (c) => c.toUpperCase())}</b>:{" "}
      {left >= lostW
        ? `loses ${decimals(left, 1)} W, no less than this one: it never pays.`
        : years === null
          ? "at this price a loss costs nothing: it never pays."
          : `${decimals(lostW - left, 1)} W less lost, ${amountText(savedAYear, currency)} a year; pays for itself in ${years < 1.5 ? `${decimals(sessions!, 0)} sessions` : `${decimals(years, years < 10 ? 1 : 0)} years`}${years > 15 ? ": on losses alone it does not pay back" : ""}.`}
    </li>
  );
}

/** The other loss of a slow charge: the car is awake for longer. */
function SlowFast({
  lead,
  currency,
  set,
  answered,
}: Pick<CoinProps, "lead" | "currency" | "set" | "answered">) {
  if (answered.kind !== "charging") return null;
  const { plan, solution } = answered;
  const slowW = solution.moment.balance.stored;
  const { stored } = solution.ledger;
  const sound = takes("wallboxW", lead.wallboxW);
  const own = ownDrawOver(stored, plan.car.ownDrawW, slowW, sound ? lead.wallboxW : slowW);
  const coin = (wh: number) => amountText((wh / 1000) * lead.perKWh, currency);
  return (
    <>
      <h3>Slow against fast</h3>
      {sound && (
        <p>
          While it is awake the {plan.car.name} itself takes {decimals(plan.car.ownDrawW, 0)} W. Over{" "}
          {figureText(energyFigure(stored))} that is {figureText(energyFigure(own.slowWh))} at{" "}
          {decimals(slowW / 1000, 2)} kW ({coin(own.slowWh)}) and {figureText(energyFigure(own.fastWh))} at{" "}
          {decimals(lead.wallboxW / 1000, 2)} kW ({coin(own.fastWh)}).
        </p>
      )}
      <div className="view-tools">
        <NumberInput
          label="The faster way puts in"
          unit="kW"
          min={TAKES.wallboxW.min / 1000}
          max={TAKES.wallboxW.max / 1000}
          value={lead.wallboxW / 1000}
          onChange={(kW) => set({ wallboxW: kW * 1000 })}
        />
      </div>
    </>
  );
}
