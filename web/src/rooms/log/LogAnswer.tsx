import { shareText, costText, kWhText, plural } from "./words";
import type { ViewProps } from "./view";

/** The year in two sentences: what was charged, lost and paid, and how much of it at rapid stations. */
export function LogAnswer({ garage, year, log }: Pick<ViewProps, "garage" | "year" | "log">) {
  const { currency } = garage.household.spec;
  const { sum, rapid } = log;
  if (sum.sessions === 0) return null;
  const costOf =
    sum.of.cost < sum.sessions ? ` (of ${plural(sum.of.cost, "session")} whose price is known)` : "";
  return (
    <div className="answer">
      <p className="verdict" role="status">
        <b>
          {kWhText(sum.wallWh)} in {plural(sum.sessions, "session")} of {year}
        </b>
        : {sum.lostShare === null ? "" : `${shareText(sum.lostShare)} of it was lost on the way, `}
        {costText(sum.cost, currency)}
        {costOf}.
      </p>
      <p className={rapid.says === "above" ? "room-caution" : "quiet"}>
        {rapid.rapid} of {rapid.of} were rapid ones ({shareText(rapid.share)}).{" "}
        {
          {
            few: "Too few sessions yet to say anything of that.",
            within: "Common advice is one in four or five at most, for the battery’s sake; makers differ.",
            at: "That is what common advice allows at most: one in four or five, for the battery’s sake; makers differ.",
            above:
              "Common advice is one in four or five at most, as packs are said to age sooner by more; makers differ.",
          }[rapid.says]
        }
      </p>
    </div>
  );
}
