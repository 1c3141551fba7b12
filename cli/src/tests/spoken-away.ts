import * as core from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { awayExamples } from "../published-away";

const { kit, posts, trip } = awayExamples();
const read = core.readNetwork(JSON.stringify({ locations: posts.locations, tariffs: posts.tariffs }), "EUR");
if (!read.ok) throw new Error("the example of posts");
const chargers = core.chargersOf(trip);
const weighing = core.weighingOf(trip, chargers);

/** What the examples of the rooms about being away speak of. */
export const SPOKEN_AWAY: Readonly<Record<string, unknown>> = {
  kit,
  kitWeights: kit.pieces.map(core.weightOf),
  postsDocument: posts,
  postsAsked: posts,
  network: read.value,
  here: posts.from,
  postMet: { kind: "post", plug: "type2", tethered: false, phases: 3, volts: 230, amps: 16 },
  knownPost: fallowQuay.posts[0]!.spec,
  trip,
  tripPlan: core.plannerOf(trip).plan("time"),
  road: trip.road,
  weighing,
  route: weighing.route,
  beside: {
    kind: "own-cable",
    adapter: false,
    start: "card",
    limitMinutes: null,
    idleFee: false,
    autoUnlock: false,
    inlet: "rear right wing",
    expected: null,
    combined: false,
  },
};
