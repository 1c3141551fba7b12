import { useState, type FormEvent } from "react";
import Button from "react-bootstrap/Button";
import {
  breakerFrom,
  feedOf,
  nameSchema,
  OUTLET_TYPE_IDS,
  outletType,
  SUPPLY_IDS,
  supplySystem,
  tapOf,
  tradeOf,
  type StartWay,
  type OutletTypeId,
  type SupplyId,
} from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";

const KINDS = {
  socket: "an outlet with a portable unit",
  wallbox: "a wallbox",
  post: "a public post",
  rapid: "a rapid station",
} as const;
type Kind = keyof typeof KINDS;

interface Props {
  readonly system: SupplyId;
  onAdd(entry: StartWay, system: SupplyId): void;
}

/** The figures a kind accepts, with what is wrong with the one that was typed. */
function figureProblem(kind: Kind, figure: number): string | undefined {
  const [min, max, unit] = kind === "rapid" ? [5, 500, "kW"] : [6, 80, "A"];
  return figure >= min && figure <= max ? undefined : `accepted: ${min} to ${max} ${unit}`;
}

/** A way described in a line: what it is, and its one figure; the rest is what is usual. */
export function QuickWay({ system: own, onAdd }: Props) {
  const [system, setSystem] = useState<SupplyId>(own);
  const [kind, setKind] = useState<Kind>("socket");
  const [type, setType] = useState<OutletTypeId>();
  const [phases, setPhases] = useState<1 | 3>(1);
  const [figure, setFigure] = useState(16);
  const [name, setName] = useState("");
  const [tried, setTried] = useState(false);
  const types = OUTLET_TYPE_IDS.filter((id) => feedOf(id, system));
  const at = type && types.includes(type) ? type : types[0]!;
  const three = tapOf(system, "three") !== undefined;
  const problem = tried ? figureProblem(kind, figure) : undefined;
  const named = name === "" ? undefined : nameSchema.safeParse(name);
  const nameProblem = tried && named && !named.success ? named.error.issues[0]!.message : undefined;

  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (figureProblem(kind, figure) || (named && !named.success)) return;
    const tap = phases === 3 && three ? "three" : tapOf(system, "high") ? "high" : "single";
    const usual =
      kind === "rapid"
        ? `Rapid, ${figure} kW`
        : kind === "socket"
          ? `${outletType(at).name} at ${figure} A`
          : `${kind === "post" ? "Public post" : "Wallbox"}, ${tap === "three" ? 3 : 1} × ${figure} A`;
    const title = name === "" ? usual : name;
    onAdd(
      kind === "rapid"
        ? { at: "rapid", name: title, kW: figure, amps: Math.min(500, Math.max(125, figure * 2.5)) }
        : kind === "socket"
          ? { at: "socket", name: title, type: at, breakerAmps: outletType(at).ratedAmps, amps: figure }
          : {
              at: "wired",
              name: title,
              kind,
              tap,
              phases: tap === "three" ? 3 : 1,
              amps: figure,
              breakerAmps: breakerFrom(1.25 * figure, tradeOf(system)),
            },
      system,
    );
  };

  return (
    <form className="quick-way" onSubmit={submit} noValidate>
      <label>
        Supply
        <select
          aria-label="Supply"
          className="form-select form-select-sm"
          value={system}
          onChange={(e) => setSystem(e.target.value as SupplyId)}
        >
          {SUPPLY_IDS.map((id) => (
            <option key={id} value={id}>
              {supplySystem(id).name}
            </option>
          ))}
        </select>
      </label>
      <label>
        It is
        <select
          aria-label="It is"
          className="form-select form-select-sm"
          value={kind}
          onChange={(e) => setKind(e.target.value as Kind)}
        >
          {(Object.keys(KINDS) as Kind[]).map((id) => (
            <option key={id} value={id}>
              {KINDS[id]}
            </option>
          ))}
        </select>
      </label>
      {kind === "socket" && (
        <label>
          Outlet
          <select
            aria-label="Outlet"
            className="form-select form-select-sm"
            value={at}
            onChange={(e) => setType(e.target.value as OutletTypeId)}
          >
            {types.map((id) => (
              <option key={id} value={id}>
                {outletType(id).name}
              </option>
            ))}
          </select>
        </label>
      )}
      {(kind === "wallbox" || kind === "post") && three && (
        <label>
          Phases
          <select
            aria-label="Phases"
            className="form-select form-select-sm"
            value={phases}
            onChange={(e) => setPhases(Number(e.target.value) as 1 | 3)}
          >
            <option value={1}>one</option>
            <option value={3}>three</option>
          </select>
        </label>
      )}
      <label>
        {kind === "rapid" ? "Power on its sign, kW" : kind === "socket" ? "Set to, A" : "Amps a phase"}
        <FigureInput
          label={
            kind === "rapid" ? "Power on its sign, kW" : kind === "socket" ? "Set to, A" : "Amps a phase"
          }
          value={figure}
          wrong={!!problem}
          describedBy="quick-figure"
          onChange={setFigure}
        />
        <span id="quick-figure" className="problem" role={problem ? "alert" : undefined}>
          {problem}
        </span>
      </label>
      <label>
        Name
        <input
          className="form-control form-control-sm"
          placeholder="as usual"
          value={name}
          aria-invalid={!!nameProblem}
          onChange={(e) => setName(e.target.value)}
        />
        {nameProblem && <span className="problem">{nameProblem}</span>}
      </label>
      <Button type="submit" size="sm">
        Add it
      </Button>
    </form>
  );
}
