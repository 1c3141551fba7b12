import { useState } from "react";
import {
  deviceSchema,
  nameTold,
  originOf,
  problemsOf,
  TOLD_ROLES,
  unitsTold,
  type Device,
  type FieldProblem,
  type Garage,
  type Kept,
  type Told,
  type ToldRole,
} from "@kettleback/core";
import { api, type Tried } from "../../api/client";
import { Button } from "../../controls/Button";
import { KeepDialog } from "../../controls/KeepDialog";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import { outletName } from "../../plan/pointWords";
import { useGarage } from "../../stores/garage";
import { useLive } from "../../stores/live";
import { sayDone, sayTrouble } from "../../stores/notices";
import styles from "./devices.module.scss";

/** A device as it is edited; with its row where it is kept already. */
export type EditedDevice = Device & { readonly row?: Kept<Device> };

interface Props {
  readonly garage: Garage;
  readonly edited: EditedDevice;
  /** Whom its secret was given for; null where it has none. */
  readonly secretFor: string | null;
  onClose(): void;
}

const LABELS: Readonly<Record<string, string>> = {
  name: "Name",
  of: "It tells of",
  "reach.address": "Address",
  "reach.topic": "Topic",
  "reach.everySeconds": "Asked every",
  fields: "What it tells",
};
const labelOf = (field: string): string => LABELS[field] ?? LABELS[field.split(".")[0]!] ?? field;

const WAYS = [
  { value: "http", text: "asked over HTTP" },
  { value: "mqtt", text: "heard by MQTT" },
  { value: "ocpi", text: "a public network, asked by OCPI" },
] as const;

/** A device that is edited: what is typed, what it said when it was tried, and what is wrong. */
function useDevice({ garage, edited, onClose }: Props) {
  const keep = useGarage((s) => s.keep);
  const loadPoints = useLive((s) => s.loadPoints);
  const { row, ...given } = edited;
  const [draft, setDraft] = useState<Device>(given);
  const [secret, setSecret] = useState("");
  const [tried, setTried] = useState<Tried | null>(null);
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const household = garage.household.id;
  const { reach } = draft;
  const put = (change: Partial<Device>) => setDraft({ ...draft, ...change });
  const wrong = (field: string) => problems.some((problem) => problem.field.startsWith(field));
  const ask = async () => {
    const judged = deviceSchema.shape.reach.safeParse(reach);
    if (!judged.success) {
      const of = problemsOf(judged.error, deviceSchema.shape.reach);
      return setProblems(of.map((problem) => ({ ...problem, field: `reach.${problem.field}` })));
    }
    setProblems([]);
    try {
      const found = await api.tryDevice(household, {
        reach: judged.data,
        ...(row ? { id: row.id } : {}),
        ...(secret === "" ? {} : { secret }),
      });
      setTried(found);
      // What somebody has chosen stays.
      if (draft.fields.length === 0) put({ fields: [...found.guess] });
    } catch (error) {
      sayTrouble(error);
    }
  };
  const save = async () => {
    const judged = deviceSchema.safeParse(draft);
    if (!judged.success) return setProblems(problemsOf(judged.error, deviceSchema));
    try {
      const kept = await keep("devices", { ...row, spec: judged.data, parentId: null });
      if (secret !== "") await api.giveSecret(household, kept.id, secret);
      await loadPoints(household);
      sayDone(`${judged.data.name} is kept.`);
      onClose();
    } catch (error) {
      sayTrouble(error);
    }
  };
  return { row, draft, put, secret, setSecret, tried, problems, wrong, ask, save };
}

/** How a device is reached, tried on the spot, and what of what it says is what. */
export function DeviceForm(props: Props) {
  const { garage, secretFor, onClose } = props;
  const { row, draft, put, secret, setSecret, tried, problems, wrong, ask, save } = useDevice(props);
  const { reach } = draft;
  const belongs = URL.canParse(reach.address) && secretFor === originOf(reach);
  return (
    <KeepDialog
      title={row ? row.spec.name : "Add a device"}
      large
      onKeep={() => void save()}
      onClose={onClose}
    >
      <div className={styles.form}>
        <TextInput
          says="Name"
          focused
          maxLength={80}
          wrong={wrong("name")}
          value={draft.name}
          onChange={(name) => put({ name })}
        />
        <Select
          says="It tells of"
          value={`${draft.of.kind} ${draft.of.id}`}
          wrong={wrong("of")}
          onChange={(value) => {
            const [kind, id] = value.split(" ") as [Device["of"]["kind"], string];
            put({ of: { kind, id } });
          }}
          options={[
            {
              group: "an outlet",
              options: garage.outlets.map(({ id }) => ({
                value: `outlets ${id}`,
                text: outletName(garage, id)!,
              })),
            },
            {
              group: "a car",
              options: garage.cars.map(({ id, spec }) => ({ value: `cars ${id}`, text: spec.name })),
            },
          ]}
        />
        <Reach
          reach={reach}
          wrong={wrong}
          onChange={(next) => put({ reach: next, ...(next.kind === "ocpi" ? { fields: [] } : {}) })}
        />
        <TextInput
          says={`Secret, if it wants one${belongs ? " (it has one; type another to change it)" : SAYS[reach.kind].secret}`}
          maxLength={500}
          value={secret}
          onChange={setSecret}
        />
        {secretFor !== null && !belongs && secret === "" && (
          <p className="quiet" role="status">
            The secret you gave is for {secretFor} and is sent nowhere else. If this address wants it too,
            type it again.
          </p>
        )}
        <p className="tried">
          <Button quiet asks={ask}>
            {SAYS[reach.kind].ask}
          </Button>{" "}
          <span className="quiet" role="status">
            {tried === null
              ? SAYS[reach.kind].shown
              : tried.trouble
                ? `It ${tried.trouble}.`
                : reach.kind === "ocpi"
                  ? tried.leaves.map(({ path, value }) => `${path}: ${value}`).join(", ")
                  : `It tells ${tried.leaves.length} ${tried.leaves.length === 1 ? "figure" : "figures"}.`}
          </span>
        </p>
        {reach.kind !== "ocpi" && (
          <Figures fields={draft.fields} tried={tried} onChange={(fields) => put({ fields })} />
        )}
        {problems.map(({ field, message }) => (
          <p key={`${field} ${message}`} className="problem" role="alert">
            {labelOf(field)}: {message}
          </p>
        ))}
      </div>
    </KeepDialog>
  );
}

interface ReachProps {
  readonly reach: Device["reach"];
  wrong(field: string): boolean;
  onChange(reach: Device["reach"]): void;
}

type Kind = Device["reach"]["kind"];

/** What a way of reaching a device begins with. */
const BLANK: { readonly [K in Kind]: Extract<Device["reach"], { kind: K }> } = {
  http: { kind: "http", address: "http://", everySeconds: 15 },
  mqtt: { kind: "mqtt", address: "mqtt://", topic: "" },
  ocpi: { kind: "ocpi", address: "https://", everySeconds: 60 },
};

/** What is said of each way: its address, what it wants to hear, how it is tried, and what is shown then. */
const SAYS: Readonly<
  Record<
    Kind,
    {
      readonly address: string;
      readonly such: string;
      readonly secret: string;
      readonly ask: string;
      readonly shown: string;
    }
  >
> = {
  http: {
    address: "Address it answers at",
    such: "http://192.168.1.20/status",
    secret: ": a token",
    ask: "Ask it now",
    shown: "What it answers is shown below, so that you can say what is what.",
  },
  mqtt: {
    address: "Address of the broker, which passes on what devices say",
    such: "mqtt://192.168.1.5:1883",
    secret: ": name:password",
    ask: "Listen to it now",
    shown: "For up to 12 seconds; what it says is shown below, so that you can say what is what.",
  },
  ocpi: {
    address: "Address of its list of versions, as the network gave it",
    such: "https://network.example/ocpi/versions",
    secret: ": the token the network gave you",
    ask: "Ask it now",
    shown:
      "OCPI is the language public networks share: it tells late what a session took, and sends its bill.",
  },
};

/** By which language a device is reached, and where. */
function Reach({ reach, wrong, onChange }: ReachProps) {
  return (
    <>
      <Select says="It is" value={reach.kind} options={WAYS} onChange={(kind) => onChange(BLANK[kind])} />
      <TextInput
        says={SAYS[reach.kind].address}
        maxLength={300}
        placeholder={SAYS[reach.kind].such}
        wrong={wrong("reach.address")}
        value={reach.address}
        onChange={(address) => onChange({ ...reach, address })}
      />
      {reach.kind === "mqtt" ? (
        <TextInput
          says="Topic it speaks under; with /# at its end all below it"
          maxLength={200}
          placeholder="house/meter"
          wrong={wrong("reach.topic")}
          value={reach.topic}
          onChange={(topic) => onChange({ ...reach, topic })}
        />
      ) : (
        <label>
          Asked every{" "}
          <FigureInput
            label={`Asked every, s, ${reach.kind === "http" ? 2 : 5} to 600`}
            className="number"
            wrong={wrong("reach.everySeconds")}
            value={reach.everySeconds}
            onChange={(everySeconds) => onChange({ ...reach, everySeconds })}
          />{" "}
          s
        </label>
      )}
    </>
  );
}

interface FiguresProps {
  readonly fields: readonly Told[];
  readonly tried: Tried | null;
  onChange(fields: Told[]): void;
}

const NOTHING = "";

/** What a device says, figure by figure, and what each is: those that are kept, and those it has just told. */
function Figures({ fields, tried, onChange }: FiguresProps) {
  const values = new Map(tried?.leaves.map(({ path, value }) => [path, value]));
  const paths = [...new Set([...fields.map(({ path }) => path), ...values.keys()])];
  if (paths.length === 0) return null;
  const choose = (path: string, role: ToldRole | typeof NOTHING) => {
    // A figure is one thing, and a thing is one figure.
    const others = fields.filter((field) => field.path !== path && field.role !== role);
    const unit = role === NOTHING ? undefined : unitsTold(role)[0]?.id;
    onChange(role === NOTHING ? others : [...others, { role, path, ...(unit ? { unit } : {}) }]);
  };
  return (
    <Table label="What it tells" className="told">
      <thead>
        <tr>
          <th scope="col">It says</th>
          <th scope="col">which is</th>
        </tr>
      </thead>
      <tbody>
        {paths.map((path) => {
          const field = fields.find((one) => one.path === path);
          const units = field ? unitsTold(field.role) : [];
          const called = path || "the figure";
          return (
            <tr key={path}>
              <th scope="row">
                <code>{called}</code>
                {values.has(path) && <span className="value">{values.get(path)}</span>}
              </th>
              <td>
                <span className="column-choice">
                  <Select
                    label={`${called} is`}
                    value={field?.role ?? NOTHING}
                    options={[
                      { value: NOTHING, text: "left out" },
                      ...TOLD_ROLES.map((role) => ({ value: role, text: nameTold(role) })),
                    ]}
                    onChange={(role) => choose(path, role as ToldRole | typeof NOTHING)}
                  />
                  {field && units.length > 1 && (
                    <Select
                      label={`${called} in`}
                      value={field.unit ?? units[0]!.id}
                      options={units.map(({ id }) => ({ value: id, text: id }))}
                      onChange={(unit) =>
                        onChange(fields.map((one) => (one === field ? { ...one, unit } : one)))
                      }
                    />
                  )}
                </span>
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
