import { useState } from "react";
import {
  HOME_PRICE,
  isWeekly,
  misreadBy,
  printOcpi,
  problemsOf,
  readOcpi,
  readPrices,
  sameSpec,
  PRICES_MAX_BYTES,
  STARTERS,
  TARIFF_MAX_BYTES,
  tariffSchema,
  usualRate,
  type FieldProblem,
  type Garage,
  type Kept,
  type Parsed,
  type Tariff,
  type Household,
} from "@kettleback/core";
import { Refused as RefusedByServer } from "../../api/client";
import { Button } from "../../controls/Button";
import { DocumentFile } from "../../controls/DocumentFile";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import type { Answered } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import { sayDone, sayLateSave, sayTrouble } from "../../stores/notices";
import { Elements } from "./Elements";
import { HourlyPrices } from "./HourlyPrices";
import { Live } from "./Live";
import type { PartProps } from "./part";
import { Terms } from "./Terms";
import { WeekStrip } from "./WeekStrip";
import type { PathProps } from "./view";

/** A draft with its tariff tried in place of the kept one, or with the kept one again. */
function trying(draft: Draft, tariff: Tariff | null): Draft {
  const { tariff: _, ...others } = draft.trial?.parts ?? {};
  if (tariff)
    return { ...draft, trial: { what: `${tariff.name} with other prices`, parts: { ...others, tariff } } };
  return { ...draft, trial: Object.keys(others).length > 0 ? { ...draft.trial!, parts: others } : null };
}

/** The tariffs of a household. The one the path is paid at is open; a change is tried at once and kept when it is saved. */
export default function Tariffs({ garage, answered, onChange }: PathProps) {
  const { draft } = answered;
  const { keep, remove, restore } = useGarage();
  const row = garage.tariffs.find(({ id }) => id === draft.tariffId);
  const { currency, timeZone } = garage.household.spec;
  const pick = (tariffId: string) => onChange({ ...trying(draft, null), tariffId });

  const add = async (spec: Tariff) => {
    const names = new Set(garage.tariffs.map((t) => t.spec.name));
    let name = spec.name;
    for (let n = 2; names.has(name); n++) name = `${spec.name.slice(0, 74)} ${n}`;
    const kept = await keep("tariffs", { spec: { ...spec, name }, parentId: null });
    pick(kept.id);
    sayDone(`${name} is added.`);
  };
  const forget = (gone: Kept<Tariff>) => {
    const next = garage.tariffs.find(({ id }) => id !== gone.id);
    if (next) pick(next.id);
    remove("tariffs", gone).then(
      (removed) =>
        sayDone(`${gone.spec.name} is deleted.`, {
          label: "Undo",
          run: () => void restore("tariffs", removed).catch(sayTrouble),
        }),
      sayTrouble,
    );
  };

  return (
    <div className="tariff-bench">
      <section className="tariff-list" aria-label="Tariffs of this household">
        <ul>
          {garage.tariffs.map(({ id, spec }) => (
            <li key={id}>
              <button type="button" aria-pressed={id === draft.tariffId} onClick={() => pick(id)}>
                {spec.name}
              </button>
            </li>
          ))}
        </ul>
        <Select
          className="new-tariff"
          says="Add one like"
          value=""
          onChange={(picked) => {
            const starter = STARTERS.find(({ id }) => id === picked);
            if (starter) add(starter.make(usualRate(HOME_PRICE, currency))).catch(sayTrouble);
          }}
          options={[
            { value: "", text: "choose…" },
            ...(["home", "public"] as const).map((where) => ({
              group: where === "home" ? "At home" : "Out and about",
              options: STARTERS.filter((s) => s.where === where).map(({ id, name, what }) => ({
                value: id,
                text: `${name}: ${what}`,
              })),
            })),
          ]}
        />
      </section>
      {row ? (
        <Editor
          key={row.id}
          row={row}
          garage={garage}
          answered={answered}
          timeZone={timeZone}
          onChange={onChange}
          onAdd={add}
          onForget={garage.tariffs.length > 1 ? () => forget(row) : null}
        />
      ) : (
        <p className="room-note">The tariff of this path is gone. Choose one, or add one like those below.</p>
      )}
    </div>
  );
}

/** A tariff with other hourly prices in the place of its own. */
const withPrices = (tariff: Tariff, prices: readonly number[]): Tariff => ({
  ...tariff,
  kettleback: {
    ...tariff.kettleback,
    hourly: { ...tariff.kettleback!.hourly!, prices: prices as number[] },
  },
});

/**
 * Judges a tariff that is typed over a sound one. Hourly prices that are the very ones of that are sound already: a year
 * of quarter hours is neither judged nor copied at every key.
 */
function judgedOver(sound: Tariff, next: Tariff): Parsed<Tariff> {
  const prices = next.kettleback?.hourly?.prices;
  const known = prices !== undefined && prices === sound.kettleback?.hourly?.prices;
  const parsed = tariffSchema.safeParse(known ? withPrices(next, prices.slice(0, 1)) : next);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error, tariffSchema) };
  return { ok: true, value: known ? withPrices(parsed.data, prices) : parsed.data };
}

interface EditorProps {
  readonly row: Kept<Tariff>;
  readonly garage: Garage;
  readonly answered: Answered;
  readonly timeZone: string;
  onChange(draft: Draft): void;
  onAdd(spec: Tariff): Promise<void>;
  readonly onForget: (() => void) | null;
}

function Editor({ row, garage, answered, timeZone, onChange, onAdd, onForget }: EditorProps) {
  const { draft } = answered;
  const tried = draft.trial?.parts.tariff;
  const keep = useGarage((s) => s.keep);
  const household = garage.household.spec;
  const { currency } = household;
  // What was typed and cannot stand yet; it goes when anything else changes the tariff.
  const [typed, setTyped] = useState<{
    of: Tariff;
    tariff: Tariff;
    problems: readonly FieldProblem[];
  } | null>(null);
  const sound = tried ?? row.spec;
  const unsound = typed?.of === sound ? typed : null;
  const tariff = unsound?.tariff ?? sound;

  const edit = (next: Tariff) => {
    const judged = judgedOver(sound, next);
    if (!judged.ok) {
      setTyped({ of: sound, tariff: next, problems: judged.problems });
      return;
    }
    setTyped(null);
    onChange(trying(draft, sameSpec(judged.value, row.spec) ? null : judged.value));
  };
  const save = async () => {
    try {
      const kept = await keep("tariffs", { ...row, spec: tariff });
      onChange(trying(draft, null));
      sayDone(`${kept.spec.name} is saved.`);
    } catch (error) {
      sayLateSave(error, () => onChange(trying(draft, null)));
    }
  };
  const take = async (text: string): Promise<readonly FieldProblem[]> => {
    // A table of prices is taken into the tariff in view; a tariff object is added beside the others.
    const table = !text.trimStart().startsWith("{") && !text.trimStart().startsWith("[");
    if (table) {
      const read = readPrices(text, timeZone);
      if (!read.ok) return read.problems;
      // What comes on top and its VAT are the contract's, not the table's: they stay.
      const { markup = 0, vat } = tariff.kettleback?.hourly ?? {};
      const hourly = { ...read.value, markup, ...(vat === undefined ? {} : { vat }) };
      edit({ ...tariff, kettleback: { ...tariff.kettleback, hourly } });
      sayDone(`${read.value.prices.length} prices are taken into ${tariff.name}; save it to keep them.`);
      return [];
    }
    const read = readOcpi(text, currency);
    if (!read.ok) return read.problems;
    try {
      await onAdd(read.value);
      for (const note of read.notes) sayDone(note);
      return [];
    } catch (error) {
      if (error instanceof RefusedByServer) return error.errors;
      throw error;
    }
  };
  const part: PartProps = { tariff, currency, onEdit: edit };
  const misread = misreadBy(sound);
  return (
    <section className="view-panel tariff" aria-label={tariff.name}>
      <Head
        tariff={tariff}
        sound={sound}
        household={household}
        maySave={!!tried && !unsound}
        mayGoBack={!!tried || !!unsound}
        onName={(name) => edit({ ...tariff, name })}
        onSave={save}
        onBack={() => {
          setTyped(null);
          onChange(trying(draft, null));
        }}
        take={take}
        onForget={onForget}
      />
      {unsound && (
        <ul className="problems" role="alert">
          {unsound.problems.slice(0, 4).map(({ field, message }) => (
            <li key={field + message}>
              {field}: {message}
            </li>
          ))}
        </ul>
      )}
      <Live answered={answered} tried={!!tried} />
      {misread.length > 0 && <Misread misread={misread} />}
      {tariff.kettleback?.hourly ? (
        <HourlyPrices {...part} timeZone={timeZone} />
      ) : (
        isWeekly(sound) &&
        sound.elements.some((e) => e.price_components.some((c) => c.type === "ENERGY")) && (
          <WeekStrip {...part} tariff={sound} />
        )
      )}
      <Elements {...part} />
      <Terms {...part} />
    </section>
  );
}

interface MisreadProps {
  readonly misread: string[];
}

/** What a reader that knows plain OCPI alone would take for something else. */
const Misread = ({ misread }: MisreadProps) => (
  <details className="misread">
    <summary>Exported, a plain reader of OCPI would take it for something else</summary>
    <ul>
      {misread.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  </details>
);

interface HeadProps {
  /** As it stands on the screen, and the last that could stand. */
  readonly tariff: Tariff;
  readonly sound: Tariff;
  readonly household: Household;
  readonly maySave: boolean;
  readonly mayGoBack: boolean;
  readonly onName: (name: string) => void;
  readonly onSave: () => Promise<void>;
  readonly onBack: () => void;
  readonly take: (text: string) => Promise<readonly FieldProblem[]>;
  readonly onForget: (() => void) | null;
}

/** The tariff's name, and what can be done with it. */
const Head = ({
  tariff,
  sound,
  household,
  maySave,
  mayGoBack,
  onName,
  onSave,
  onBack,
  take,
  onForget,
}: HeadProps) => (
  <header className="tariff-head">
    <TextInput
      label="Name of the tariff"
      manner="title"
      maxLength={80}
      value={tariff.name}
      onChange={onName}
    />
    <div className="acts">
      <Button disabled={!maySave} asks={onSave}>
        Save
      </Button>
      <Button quiet disabled={!mayGoBack} onClick={onBack}>
        Back to saved
      </Button>
      <DocumentFile
        one="tariff"
        content={{ name: sound.name, text: () => printOcpi(sound, household, new Date().toISOString()) }}
        maxBytes={Math.max(TARIFF_MAX_BYTES, PRICES_MAX_BYTES)}
        accept=".json,.csv,application/json,text/csv"
        take={take}
      />
      {onForget && (
        <Button quiet onClick={onForget}>
          Delete
        </Button>
      )}
    </div>
  </header>
);
