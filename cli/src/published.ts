import {
  documentOf,
  HOUSEHOLD_DOCUMENT,
  jsonSchemaOf,
  LINEUP_FORMAT,
  LINEUP_DOCUMENT,
  INSTALL_DOCUMENT,
  LOG_DOCUMENT,
  printInstall,
  printLog,
  openLineup,
  PLAN_DOCUMENT,
  planOf,
  printLineup,
  printPlan,
  SPEC_VERSION,
  startLineup,
  PRESETS,
  printWeek,
  SEASONS,
  WEEK_FORMAT,
  WEEK_DOCUMENT,
  judgeWeek,
  KIT_DOCUMENT,
  POSTS_DOCUMENT,
  printKit,
  printPosts,
  printTrip,
  TRIP_DOCUMENT,
} from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { awayExamples } from "./published-away";
import { installExample } from "./published-install";
import { logExample } from "./published-log";

/** The published schemas and an example of each format, by their place under docs/, from the core's own definitions. */
export function published(): Record<string, string> {
  const away = awayExamples();
  const example = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
  if (!example.ok) throw new Error(JSON.stringify(example.problems));
  const saved = startLineup(fallowQuay, example.value.session);
  const lineup = documentOf(saved.name, openLineup(fallowQuay, saved));
  const { name: _, ...cold } = SEASONS.cold;
  const week = judgeWeek({
    format: WEEK_FORMAT,
    version: SPEC_VERSION,
    name: "A far commuter in the cold",
    household: lineup.household,
    cars: lineup.cars,
    ways: lineup.ways.filter(({ evse }) => evse.kind !== "rapid"),
    elsewhere: { stop: lineup.ways.find(({ evse }) => evse.kind === "rapid") },
    pattern: { start: "2026-11-23", season: cold, days: PRESETS["far-commuter"].days },
  });
  if (!week.ok) throw new Error(JSON.stringify(week.problems));
  return {
    "schemas/plan.schema.json": `${JSON.stringify(jsonSchemaOf(PLAN_DOCUMENT), null, 2)}\n`,
    "schemas/household.schema.json": `${JSON.stringify(jsonSchemaOf(HOUSEHOLD_DOCUMENT), null, 2)}\n`,
    "schemas/lineup.schema.json": `${JSON.stringify(jsonSchemaOf(LINEUP_DOCUMENT), null, 2)}\n`,
    "examples/every-way.lineup.json": printLineup({
      format: LINEUP_FORMAT,
      version: SPEC_VERSION,
      ...lineup,
    }),
    "schemas/week.schema.json": `${JSON.stringify(jsonSchemaOf(WEEK_DOCUMENT), null, 2)}\n`,
    "examples/far-commuter.week.json": printWeek(week.value),
    "examples/plover-overnight.plan.json": printPlan(example.value),
    "schemas/kit.schema.json": `${JSON.stringify(jsonSchemaOf(KIT_DOCUMENT), null, 2)}\n`,
    "schemas/posts.schema.json": `${JSON.stringify(jsonSchemaOf(POSTS_DOCUMENT), null, 2)}\n`,
    "schemas/trip.schema.json": `${JSON.stringify(jsonSchemaOf(TRIP_DOCUMENT), null, 2)}\n`,
    "schemas/log.schema.json": `${JSON.stringify(jsonSchemaOf(LOG_DOCUMENT), null, 2)}\n`,
    "examples/three-nights.log.json": printLog(logExample()),
    "schemas/installation.schema.json": `${JSON.stringify(jsonSchemaOf(INSTALL_DOCUMENT), null, 2)}\n`,
    "examples/farm-house.installation.json": printInstall(installExample()),
    "examples/weekend.kit.json": printKit(away.kit),
    "examples/island.posts.json": printPosts(away.posts),
    "examples/causeway.trip.json": printTrip(away.trip),
  };
}
