import {
  ANY_POST,
  bestAt,
  cardsFor,
  chosenPosts,
  COURTESIES,
  EMERGENCY,
  isNoWay,
  leastKit,
  LOCAL_RULES,
  metName,
  pieceName,
  piecesOf,
  STATE_WORDS,
  troublesAt,
  weightOf,
  whyNotAt,
  windOf,
} from "@kettleback/core";
import { durationText, percentText } from "../../format/number";
import { knownPosts, openKit, openTrip, packedMask, postsAskedOf } from "../../jobs/away";
import type { ask as askPool } from "../../jobs/pool";
import { besideOf } from "./besideOf";
import type { ViewProps } from "./view";
import { amountText, kmText, kWText, nearText, togetherText } from "./words";

/** Posts that are taken along: the nearest. */
const MOST_POSTS = 60;

const escaped = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;").replaceAll('"', "&quot;");
const cells = (row: readonly string[], as = "td"): string =>
  `<tr>${row.map((text) => `<${as}>${escaped(text)}</${as}>`).join("")}</tr>`;
const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  `<table><thead>${cells(head, "th")}</thead><tbody>${rows.map((row) => cells(row)).join("")}</tbody></table>`;
const list = (
  rows: readonly { readonly text: string; readonly why?: string }[],
  as: "ol" | "ul" = "ol",
  tick = false,
): string =>
  `<${as}>${rows.map(({ text, why }) => `<li>${tick ? '<label><input type="checkbox"> ' : ""}${escaped(text)}${tick ? "</label>" : ""}${why ? `<small>${escaped(why)}</small>` : ""}</li>`).join("")}</${as}>`;

const STYLE = `body{font:18px/1.45 system-ui,sans-serif;margin:0 auto;padding:14px;max-width:60rem;color:#28333a;background:#fbf8f2}
h1{font-size:22px}h2{font-size:20px;margin:28px 0 6px;border-bottom:1px solid #d5cab8}h3{font-size:18px;margin:16px 0 4px}
table{border-collapse:collapse;width:100%;font-size:15px}td,th{padding:4px 6px;text-align:left;border-bottom:1px solid #d5cab8;vertical-align:top}
small{display:block;color:#566269;font-size:15px}li{margin:8px 0}input{width:22px;height:22px;vertical-align:-4px}
.stop{border-left:5px solid #9c2a4b;padding:8px 12px;background:#f7e3e8}
@media(prefers-color-scheme:dark){body{color:#ebe6dc;background:#1b2124}td,th,h2{border-color:#3c474c}small{color:#a8b2b6}.stop{background:#43202b}}`;

const at = <T>(job: { readonly result: Promise<T | null> }): Promise<T | null> => job.result;

type Trip = Pick<ViewProps, "garage" | "draft">;
type Ask = typeof askPool;

/** What to pack, and what it gives where. */
async function kitPart({ garage, draft }: Trip, ask: Ask): Promise<string[]> {
  const { distanceUnit: unit } = garage.household.spec;
  const parts: string[] = [];
  const kit = openKit(garage, draft);
  if (kit.asked) {
    const attempts = await at(ask("kit", [kit.asked], { key: "take-along-kit" }));
    const pieces = kit.pieces.map(({ piece }) => piece);
    const packed = packedMask(kit, draft);
    if (attempts) {
      const { kit: least } = leastKit(attempts, pieces.map(weightOf), draft.wantedKm, draft.least);
      parts.push(
        "<h2>What to pack</h2>",
        list(
          piecesOf(packed).map((i) => ({ text: pieceName(pieces[i]!) })),
          "ul",
          true,
        ),
        `<p>The least that does: ${escaped(
          piecesOf(least)
            .map((i) => pieceName(pieces[i]!))
            .join(", ") || "nothing",
        )}.</p>`,
        table(
          ["Where", "With", "A night"],
          kit.places.map(({ place }, i) => {
            const best = bestAt(attempts[i]!, packed, draft.wantedKm);
            const careful = best?.cautions.find(({ severity }) => severity !== "note");
            return best
              ? [
                  place.name,
                  `${togetherText(best, pieces)}${careful ? `. Careful: ${careful.what}` : ""}`,
                  `${kmText(best.km, unit)}, ${kWText(best.batteryW)}`,
                ]
              : [place.name, whyNotAt(attempts[i]!, place, packed).why, "nothing"];
          }),
        ),
      );
    }
  }
  return parts;
}

/** Where to stop, and for how long. */
async function tripPart({ garage, draft }: Trip, ask: Ask): Promise<string[]> {
  const { distanceUnit: unit, currency } = garage.household.spec;
  const parts: string[] = [];
  const trip = openTrip(garage, draft);
  const planned = trip.asked && (await at(ask("trip", [trip.asked], { key: "take-along-trip" })));
  const plan = planned && trip.asked ? planned.plans[trip.asked.goal] : null;
  if (plan && !isNoWay(plan))
    parts.push(
      "<h2>Stops on the way</h2>",
      `<p>${escaped(durationText(plan.seconds))} from door to door; you arrive with ${escaped(percentText(plan.arriveSoc))}.</p>`,
      table(
        ["Stop", "Arrive with", "Charge", "Leave with", "Costs"],
        plan.stops.map((stop) => [
          `${stop.name}, ${kmText(stop.atKm, unit)}`,
          percentText(stop.arriveSoc),
          durationText(stop.chargeSeconds),
          percentText(stop.leaveSoc),
          stop.cost === null ? "not known" : amountText(stop.cost, currency),
        ]),
      ),
    );
  return parts;
}

/** The nearest posts, as they were last read. */
async function postsPart(
  { garage, draft }: Trip,
  texts: Readonly<Record<string, string>>,
  ask: Ask,
): Promise<string[]> {
  const { distanceUnit: unit } = garage.household.spec;
  const parts: string[] = [];
  const asked = postsAskedOf(garage, draft);
  const source = draft.posts.networkId ? texts[draft.posts.networkId] : Object.values(texts)[0];
  const found =
    asked &&
    (await at(
      ask("posts", [source ?? '{"locations":[]}', asked, draft.posts.from, knownPosts(garage)], {
        key: "take-along-posts",
      }),
    ));
  if (found?.ok && found.rows.length > 0)
    parts.push(
      "<h2>Posts, as they were last read</h2>",
      table(
        ["Post", "Plug", "State then", "This car"],
        chosenPosts(found.rows, ANY_POST, "near")
          .slice(0, MOST_POSTS)
          .map(({ post, km, towards, at: its, state, figure }) => [
            `${post.name}, ${nearText(km, unit)} ${windOf(towards)}${post.address ? `, ${post.address}` : ""}`,
            its
              ? `${metName(its.met)}${figure?.gives ? (figure.ownCable ? ", cable of mine" : ", its own cable") : ""}`
              : "",
            STATE_WORDS[state],
            figure?.gives
              ? `${kWText(figure.batteryW)}, ${kmText(figure.km, unit)} in the stay`
              : (figure?.whyNot?.word ?? ""),
          ]),
      ),
    );
  return parts;
}

/** The cards, what to try, courtesy and law. */
function besidePart(trip: Trip): string[] {
  const parts: string[] = [];
  const situation = besideOf(trip);
  parts.push(
    "<h2>At the post</h2>",
    `<p class="stop">${escaped(EMERGENCY)}</p>`,
    ...cardsFor(situation).map(
      ({ title, says, steps }) =>
        `<h3>${escaped(title)}</h3><p>${escaped(says)}</p>${list(steps, "ol", true)}`,
    ),
    "<h2>When it will not</h2>",
    ...troublesAt(situation).map(({ title, tries }) => `<h3>${escaped(title)}</h3>${list(tries)}`),
    "<h2>Courtesy and law</h2>",
    `<p><b>${escaped(LOCAL_RULES)}</b></p>`,
    list(
      COURTESIES.map(({ title, text }) => ({ text: `${title}: ${text}` })),
      "ul",
    ),
  );
  return parts;
}

/**
 * A trip as one page of HTML that needs nothing else: what to pack, where, posts as last read, stops, the cards. No
 * script is in it, so that it opens from a file on whatever device.
 */
export async function takenAlong(
  { garage, draft }: ViewProps,
  texts: Readonly<Record<string, string>>,
  ask: Ask,
): Promise<string> {
  const props = { garage, draft };
  const { name } = garage.household.spec;
  const parts = [
    ...(await kitPart(props, ask)),
    ...(await tripPart(props, ask)),
    ...(await postsPart(props, texts, ask)),
    ...besidePart(props),
  ];
  return `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>A trip of ${escaped(name)}</title><style>${STYLE}</style></head><body><h1>A trip of ${escaped(name)}</h1>${parts.join("\n")}</body></html>\n`;
}
