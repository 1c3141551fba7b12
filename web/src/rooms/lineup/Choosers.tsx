import { useMemo, useState } from "react";
import {
  CABLE_LENGTHS,
  feedOf,
  heldBackBy,
  OUTLET_TYPE_IDS,
  outletType,
  SCHOOL_WORDS,
  SCHOOLS,
  USUAL_POSTS,
  supplySystem,
  regionOf,
  wallPointOf,
  worldOf,
  type Garage,
  type MetPost,
  type OutletTypeId,
  type PortableCandidate,
  type School,
  type SupplyId,
  type PortableChoice,
  type Household,
} from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";
import { JobWaiting } from "../../controls/JobWaiting";
import { optionsOf, Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { Tick } from "../../controls/Tick";
import { ampsText, decimals, figureText, powerFigure } from "../../format/number";
import { usualText } from "../../plan/money";
import { useJob } from "../../jobs/useJob";
import type { ViewProps } from "./view";
import type { JobResult } from "../../jobs/table";

/** Which cable and which portable unit to carry, for this car and what it meets. */
export default function Choosers({ solved, garage }: ViewProps) {
  const { open, draft } = solved;
  const { car } = open.cars[Math.min(draft.carAt, open.cars.length - 1)]!;
  const system = worldOf(garage);
  const socketed = supplySystem(system).socketedPosts;
  return (
    <div className="choosers">
      {socketed ? (
        <Cables solved={solved} garage={garage} system={system} />
      ) : (
        <section className="view-panel" aria-label="Cables">
          <h2>Cables</h2>
          <p className="quiet">Here posts bring their own cable: there is none to carry for {car.name}.</p>
        </section>
      )}
      <Portables solved={solved} garage={garage} system={system} />
    </div>
  );
}

interface ChooserProps {
  readonly solved: ViewProps["solved"];
  readonly garage: Garage;
  readonly system: SupplyId;
}

const postName = ({ phases, amps }: MetPost): string => `${phases} × ${amps} A post`;

/** How often a kind of post may be met in a month. */
const isOften = (times: number): boolean => times >= 0 && times <= 200;

function Cables({ solved, system }: ChooserProps) {
  const { open, draft } = solved;
  const { car } = open.cars[Math.min(draft.carAt, open.cars.length - 1)]!;
  const [posts, setPosts] = useState<readonly MetPost[]>(USUAL_POSTS);
  const [lengthM, setLengthM] = useState<(typeof CABLE_LENGTHS)[number]>(CABLE_LENGTHS[0]);
  const { household, session } = open;
  const asked = useMemo(
    () => ({ car, household, session, posts, lengthM, system }),
    [car, household, session, posts, lengthM, system],
  );
  const job = useJob("cables", asked);
  const { result } = job;
  const often = (i: number, perMonth: number) =>
    isOften(perMonth) && setPosts(posts.map((post, at) => (at === i ? { ...post, perMonth } : post)));
  const chosen = household.schools?.cable;
  /** What the household itself does where it has said so comes first. */
  const yours = ({ school }: { readonly school: School }): number =>
    chosen !== undefined && (school === "buy-once") === (chosen === "once") ? 1 : 0;
  const schoolsOf = (id: string): School[] =>
    SCHOOLS.filter((school) =>
      result?.verdicts.some((v) => v.school === school && v.choice.candidate.id === id),
    );
  return (
    <section className="view-panel" aria-label="Cables">
      <h2>A cable for {car.name}</h2>
      {result ? (
        <>
          <div className="schools" aria-live="polite">
            {result.verdicts.length === 0 && (
              <p className="quiet">Say how often you meet a post, and each school has its say.</p>
            )}
            {[...result.verdicts]
              .sort((a, b) => yours(b) - yours(a))
              .map(({ school, choice, why }) => (
                <div key={school} className="school">
                  <h3>
                    {SCHOOL_WORDS[school].replace(/^./, (c) => c.toUpperCase())}
                    {yours({ school }) > 0 && ", as you do"}
                  </h3>
                  <p>
                    <strong>{choice.candidate.cable.name}</strong>. {why}
                  </p>
                </div>
              ))}
          </div>
          <CableTable result={result} schoolsOf={schoolsOf} household={household} />
          <p className="quiet note">
            Power into the battery. {lengthM >= 10 ? "Over 10 m some cars refuse, and it weighs. " : ""}Masses
            and prices are usual ones; pins say nothing of cores: read the marking before you buy.
          </p>
        </>
      ) : (
        <JobWaiting job={job} />
      )}
      <h3>With these figures</h3>
      <div className="view-tools">
        {posts.map((post, i) => (
          <label key={postName(post)}>
            {postName(post)}
            <span>
              <FigureInput
                className="short"
                label={`${postName(post)}, times a month`}
                value={post.perMonth}
                wrong={(times) => !isOften(times)}
                onChange={(times) => often(i, times)}
              />{" "}
              a month
            </span>
          </label>
        ))}
        <Select
          says="Length"
          value={lengthM}
          onChange={setLengthM}
          options={optionsOf(CABLE_LENGTHS, (m) => `${m} m`)}
        />
      </div>
    </section>
  );
}

interface CableTableProps {
  readonly result: JobResult<"cables">;
  readonly schoolsOf: (id: string) => School[];
  readonly household: Household;
}

/** Each cable at each post. */
const CableTable = ({ result, schoolsOf, household }: CableTableProps) => (
  <Table label="Cables one could carry" className="plain">
    <thead>
      <tr>
        <th scope="col">Cable</th>
        {result.posts.map((post) => (
          <th key={postName(post)} scope="col" className="n">
            {postName(post)}
          </th>
        ))}
        <th scope="col" className="n">
          Saved a year
        </th>
        <th scope="col" className="n">
          Mass
        </th>
        <th scope="col" className="n">
          Usual price
        </th>
      </tr>
    </thead>
    <tbody>
      {result.choices.map(({ candidate, at, savedAYear }) => (
        <tr key={candidate.id}>
          <th scope="row">
            {candidate.cable.name}
            {schoolsOf(candidate.id).map((school) => (
              <small key={school} className="stops">
                {" "}
                {SCHOOL_WORDS[school]}
              </small>
            ))}
          </th>
          {at.map(({ post, batteryW }) => (
            <td key={postName(post)} className="n">
              {batteryW > 0 ? figureText(powerFigure(batteryW)) : "–"}
            </td>
          ))}
          <td className="n">{savedAYear >= 0.5 ? `${decimals(savedAYear, 0)} h` : "–"}</td>
          <td className="n">{decimals(candidate.massKg, 1)} kg</td>
          <td className="n">{usualText(candidate.euros, household.currency)}</td>
        </tr>
      ))}
    </tbody>
  </Table>
);

/** Sockets of a supply that portables are plugged into. */
const socketsOn = (system: SupplyId): OutletTypeId[] =>
  OUTLET_TYPE_IDS.filter((type) => feedOf(type, system) && !feedOf(type, system)!.odd);

function Portables({ solved, garage, system }: ChooserProps) {
  const { open, draft } = solved;
  const { car } = open.cars[Math.min(draft.carAt, open.cars.length - 1)]!;
  const { household, session } = open;
  const own = useMemo(
    () => [...new Set(garage.outlets.flatMap(({ spec }) => (spec.kind === "socket" ? [spec.type] : [])))],
    [garage],
  );
  const all = socketsOn(system);
  const [sockets, setSockets] = useState<readonly OutletTypeId[]>(() =>
    own.length > 0 ? own : all.slice(0, 3),
  );
  const wallPlug =
    own.find((type) => feedOf(type, system)?.tap === "single" && !outletType(type).industrial) ??
    wallPointOf(regionOf(garage.household.spec), system).outlet!;
  const mine = useMemo(
    () =>
      garage.evses.flatMap(({ id, spec }): PortableCandidate[] =>
        spec.kind === "portable" && spec.output.kind === "tethered"
          ? [{ id, evse: spec, sensesHeat: null, lengthM: spec.output.lengthM, euros: null }]
          : [],
      ),
    [garage],
  );
  const asked = useMemo(
    () => ({ car, household, session, system, sockets }),
    [car, household, session, system, sockets],
  );
  const job = useJob("portables", asked, mine, wallPlug);
  const { result } = job;
  return (
    <section className="view-panel" aria-label="Portable units">
      <h2>A portable unit for {car.name}</h2>
      {result ? <PortableTable result={result} household={household} /> : <JobWaiting job={job} />}
      <details className="column-chooser">
        <summary>Sockets I meet: {sockets.length}</summary>
        <div>
          {all.map((type) => (
            <Tick
              key={type}
              className="tick"
              checked={sockets.includes(type)}
              onChange={(on) => setSockets(on ? [...sockets, type] : sockets.filter((t) => t !== type))}
            >
              {outletType(type).name}
            </Tick>
          ))}
        </div>
      </details>
      <p className="quiet note">
        On a sound outlet of each type, at the house rule “{household.houseRule}”. A plug that feels its own
        heat is worth more on old sockets than another two amps. Whatever it is, a licensed electrician and
        your local code decide.
      </p>
    </section>
  );
}

interface PortableTableProps {
  readonly result: PortableChoice[];
  readonly household: Household;
}

/** Each unit at each socket. */
const PortableTable = ({ result, household }: PortableTableProps) => (
  <Table label="Portable units one could carry" className="plain">
    <thead>
      <tr>
        <th scope="col">Unit</th>
        <th scope="col">Steps</th>
        {result[0]?.at.map(({ type }) => (
          <th key={type} scope="col">
            {outletType(type).name}
          </th>
        ))}
        <th scope="col">Hot plug</th>
        <th scope="col">Cord</th>
        <th scope="col">Usual price</th>
      </tr>
    </thead>
    <tbody>
      {result.map(({ candidate, at }) => (
        <tr key={candidate.id}>
          <th scope="row">
            {candidate.evse.name}
            {candidate.euros === null && <small className="stops"> yours</small>}
          </th>
          <td>
            {candidate.evse.steps.length > 0
              ? `${candidate.evse.steps.join(" / ")} A`
              : ampsText(candidate.evse.maxAmps)}
          </td>
          {at.map((socket) => (
            <td key={socket.type}>
              {socket.over ? (
                <strong>{heldBackBy(socket)}</strong>
              ) : socket.batteryW > 0 ? (
                <>
                  {figureText(powerFigure(socket.batteryW))}
                  <small>
                    {socket.phases} × {ampsText(socket.amps)}
                    {socket.heldBackW > 50
                      ? `, ${figureText(powerFigure(socket.heldBackW))} held back by the ${heldBackBy(socket)}`
                      : ""}
                  </small>
                </>
              ) : (
                <span className="quiet">{heldBackBy(socket)}</span>
              )}
            </td>
          ))}
          <td>
            {candidate.sensesHeat === null
              ? "not known"
              : candidate.sensesHeat
                ? "turns it down"
                : "does not notice"}
          </td>
          <td>{candidate.lengthM === null ? "" : `${candidate.lengthM} m`}</td>
          <td>{candidate.euros === null ? "owned" : usualText(candidate.euros, household.currency)}</td>
        </tr>
      ))}
    </tbody>
  </Table>
);
