import { useForm } from "react-hook-form";
import { z } from "zod";
import {
  breakerFrom,
  nameSchema,
  OUTLET_TYPE_IDS,
  outletType,
  socketsOf,
  SUPPLY_IDS,
  supplySystem,
  tapOf,
  tradeOf,
  type StartWay,
  type OutletTypeId,
  type Region,
  type SupplyId,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { namedOptions, optionsOf, Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { resolverOf } from "../../controls/form";
import { socketOptions } from "../../plan/sockets";

const KINDS = {
  socket: "an outlet with a portable unit",
  wallbox: "a wallbox",
  post: "a public post",
  rapid: "a rapid station",
} as const;
type Kind = keyof typeof KINDS;

interface Props {
  readonly system: SupplyId;
  /** Where one lives: its own outlets are named first. */
  readonly region: Region;
  onAdd(entry: StartWay, system: SupplyId): void;
}

/** The figure of each kind: what it is called, and what is accepted. */
const FIGURE: Readonly<
  Record<Kind, { readonly name: string; readonly range: readonly [number, number, string] }>
> = {
  socket: { name: "Set to, A", range: [6, 80, "A"] },
  wallbox: { name: "Amps a phase", range: [6, 80, "A"] },
  post: { name: "Amps a phase", range: [6, 80, "A"] },
  rapid: { name: "Power on its sign, kW", range: [5, 500, "kW"] },
};

/** What is typed; a name is left out where the usual one will do. */
interface Typed {
  readonly system: SupplyId;
  readonly kind: Kind;
  readonly type: OutletTypeId | undefined;
  readonly phases: 1 | 3;
  readonly figure: number;
  readonly name: string;
}

const resolver = resolverOf<Typed>(
  z
    .object({
      system: z.enum(SUPPLY_IDS),
      kind: z.enum(Object.keys(KINDS) as Kind[]),
      type: z.enum(OUTLET_TYPE_IDS).optional(),
      phases: z.literal([1, 3]),
      figure: z.union([z.number(), z.nan()]),
      name: z.union([z.literal(""), nameSchema]),
    })
    .superRefine(({ kind, figure }, ctx) => {
      const [min, max, unit] = FIGURE[kind].range;
      if (!(figure >= min && figure <= max))
        ctx.addIssue({ code: "custom", path: ["figure"], message: `accepted: ${min} to ${max} ${unit}` });
    }) as unknown as z.ZodType<Typed>,
);

/** A way described in a line: what it is, and its one figure; the rest is what is usual. */
export function QuickWay({ system: own, region, onAdd }: Props) {
  const { watch, setValue, register, handleSubmit, formState } = useForm<Typed>({
    defaultValues: { system: own, kind: "socket", type: undefined, phases: 1, figure: 16, name: "" },
    resolver,
  });
  const { system, kind, type, phases, figure } = watch();
  const set =
    <K extends keyof Typed>(field: K) =>
    (value: Typed[K]) =>
      setValue(field, value as never, { shouldValidate: formState.isSubmitted });
  const sockets = socketsOf(region, system);
  const types = [...sockets.own, ...sockets.others];
  const at = type && types.includes(type) ? type : types[0]!;
  const three = tapOf(system, "three") !== undefined;
  const problem = formState.errors.figure?.message;
  const nameProblem = formState.errors.name?.message;

  const add = ({ name }: Typed) => {
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
    <form className="quick-way" noValidate onSubmit={(event) => void handleSubmit(add)(event)}>
      <Select
        says="Supply"
        value={system}
        onChange={set("system")}
        options={optionsOf(SUPPLY_IDS, (id) => supplySystem(id).name)}
      />
      <Select says="It is" value={kind} onChange={set("kind")} options={namedOptions(KINDS)} />
      {kind === "socket" && (
        <Select says="Outlet" value={at} onChange={set("type")} options={socketOptions(sockets)} />
      )}
      {(kind === "wallbox" || kind === "post") && three && (
        <Select
          says="Phases"
          value={phases}
          onChange={set("phases")}
          options={[
            { value: 1, text: "one" },
            { value: 3, text: "three" },
          ]}
        />
      )}
      <label>
        {FIGURE[kind].name}
        <FigureInput
          label={FIGURE[kind].name}
          value={figure}
          wrong={!!problem}
          describedBy="quick-figure"
          onChange={set("figure")}
        />
        <span id="quick-figure" className="problem" role={problem ? "alert" : undefined}>
          {problem}
        </span>
      </label>
      <label>
        Name
        <TextInput wrong={!!nameProblem} placeholder="as usual" field={register("name")} />
        {nameProblem && <span className="problem">{nameProblem}</span>}
      </label>
      <Button type="submit">Add it</Button>
    </form>
  );
}
