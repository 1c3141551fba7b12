import { z } from "zod";
import { documentHead, documentKind, upgradeParts } from "../../things/documents";
import {
  carSchema,
  dateSchema,
  householdSchema,
  nameSchema,
  quantity,
  tariffSchema,
} from "../../things/parts";
import { tapOf } from "../../trade/supply";
import { FIXED_GAUGES } from "../../trade/conductors";
import { tradeOf } from "../../trade/sizes";
import { newRunSchema, runProblem } from "../circuit";
import { meterSeriesSchema } from "../meter";
import { serviceSchema } from "../service";
import { patternSchema } from "../week";
import { MOST_QUOTES, quoteSchema } from "./quotes";

/** The `format` of an installation document. */
export const INSTALL_FORMAT = "kettleback-installation";
/** Largest file of one that is read, in bytes: a year of quarter hours is a quarter of a megabyte. */
export const INSTALL_MAX_BYTES = 8 * 1024 * 1024;

const clockTime = () =>
  z
    .string({ error: "accepted: a time such as 07:30" })
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: "accepted: a time such as 07:30" });

/** The unit that is wished for. */
export const wantedSchema = z.strictObject({
  phases: z.literal([1, 3], { error: "accepted: 1 or 3 phases" }),
  amps: quantity(6, 80, "A"),
});

/** A usual night: when the car stands there, the hours that are cheap, and what it should bring. */
export const nightSchema = z
  .strictObject({
    pluggedInAt: clockTime(),
    neededBy: clockTime(),
    cheapFrom: clockTime(),
    cheapTo: clockTime(),
    km: quantity(0, 1_000, "km"),
  })
  .superRefine(({ pluggedInAt, neededBy, cheapFrom, cheapTo }, ctx) => {
    if (pluggedInAt === neededBy)
      ctx.addIssue({
        code: "custom",
        path: ["neededBy"],
        message: "accepted: another time than it is plugged in at",
      });
    if (cheapFrom === cheapTo)
      ctx.addIssue({
        code: "custom",
        path: ["cheapTo"],
        message: "accepted: another time than the cheap hours begin at",
      });
  });

/** A limit that follows the house, as it is set. */
export const followSchema = z.strictObject({
  /** Most that house and car may draw together (A); null for as much as the main may carry for hours. */
  limitAmps: quantity(10, 400, "A").nullable().default(null),
  /** How long there has to be room again before a paused car starts (min). */
  waitMinutes: quantity(1, 60, "minutes").default(10),
});

/** Most ticks of a checklist. */
const MOST_TICKS = 100;

/** What an installation is, but for the household, the car and the meter's series, which are named or carried beside it. */
export const installFields = {
  service: serviceSchema,
  wanted: wantedSchema,
  night: nightSchema,
  run: newRunSchema,
  follow: followSchema.prefault({}),
  /** By which a usual house is made up where no meter was read. */
  seed: z
    .int({ error: "accepted: a whole number" })
    .min(0)
    .max(2 ** 31 - 1)
    .default(1),
  /** What a metre of each conductor costs, where it is not as usual. */
  perMetre: z
    .partialRecord(z.enum(FIXED_GAUGES), quantity(0, 10_000, "in the household's currency"))
    .default({}),
  quotes: z
    .array(quoteSchema)
    .max(MOST_QUOTES, { error: `accepted: up to ${MOST_QUOTES} quotes` })
    .default([]),
  /** What of the checklist is done, by its steps. */
  ticks: z
    .array(z.string().max(60))
    .max(MOST_TICKS, { error: `accepted: up to ${MOST_TICKS} ticks` })
    .default([]),
  /** The day it was built; null while it is not. */
  built: dateSchema.nullable().default(null),
} as const;

/**
 * What holds between the fields of an installation: problems are added to a schema's own.
 * @example installSchema.superRefine(checkInstall).safeParse({}).success // false
 */
export function checkInstall(
  {
    service,
    wanted,
    run,
    follow,
  }: {
    readonly service: z.infer<typeof serviceSchema>;
    readonly wanted: z.infer<typeof wantedSchema>;
    readonly run: z.infer<typeof newRunSchema>;
    readonly follow: z.infer<typeof followSchema>;
  },
  ctx: z.RefinementCtx,
): void {
  if (follow.limitAmps !== null && follow.limitAmps > service.mainAmps)
    ctx.addIssue({
      code: "custom",
      path: ["follow", "limitAmps"],
      message: `accepted: 10 to ${service.mainAmps} A, which is the main`,
    });
  const laid = runProblem(run, tradeOf(service.system));
  if (laid) ctx.addIssue({ code: "custom", path: ["run", "laying"], message: laid });
  if (wanted.phases === 3 && (service.phases === 1 || !tapOf(service.system, "three")))
    ctx.addIssue({
      code: "custom",
      path: ["wanted", "phases"],
      message: "accepted: 1, as the house has one phase",
    });
}

const documentFields = z.strictObject({
  ...documentHead(INSTALL_FORMAT),
  name: nameSchema,
  household: householdSchema,
  car: carSchema,
  /** What charging there costs. */
  tariff: tariffSchema,
  ...installFields,
  /** What the house's meter told; null where nothing was read. */
  series: meterSeriesSchema.nullable().default(null),
  /** The week it is held against; null for the same night every day. */
  pattern: patternSchema.nullable().default(null),
});

/** An installation, self-contained: what feeds the house, what is wished for, how it would be laid. */
export const installSchema = documentFields.superRefine((document, ctx) => {
  checkInstall(document, ctx);
  const { household, tariff } = document;
  if (tariff.currency !== undefined && tariff.currency !== household.currency)
    ctx.addIssue({
      code: "custom",
      path: ["tariff", "currency"],
      message: `this household counts in ${household.currency}, the tariff in ${tariff.currency}: currencies are never mixed`,
    });
});
/** An installation document of this version. */
export type InstallDocument = z.infer<typeof installSchema>;
/** An installation as it is asked: the document without its head. */
export type InstallAsked = Omit<InstallDocument, "format" | "version" | "name">;

const kind = documentKind({
  format: INSTALL_FORMAT,
  title: "Kettleback installation",
  maxBytes: INSTALL_MAX_BYTES,
  schema: installSchema,
  // Newer than all steps there are: its parts pass through them as everywhere.
  upgrade: (document, version) => upgradeParts(document, version),
  indent: 1,
});
/** The installation document: what feeds a house, and how a car is to be fitted in. */
export const INSTALL_DOCUMENT = kind;
/**
 * Judges, reads and writes installation documents.
 * @example parseInstall("{}").ok // false
 */
export const { judge: judgeInstall, parse: parseInstall, print: printInstall } = kind;
