import { gpx } from "@tmcw/togeojson";
import type { FieldProblem, TrackPoint } from "@kettleback/core";

type ReadTrack =
  | { readonly ok: true; readonly points: readonly TrackPoint[] }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

const refused = (message: string): ReadTrack => ({ ok: false, problems: [{ field: "(file)", message }] });

/** Reads the first tracks of a GPX file as points, one after another; of a file with routes only, its routes. */
export function readTrack(text: string): ReadTrack {
  const document = new DOMParser().parseFromString(text, "text/xml");
  const broken = document.querySelector("parsererror");
  if (broken) {
    const line = /line (\d+)/i.exec(broken.textContent ?? "")?.[1];
    return refused(`not XML${line ? `: line ${line} cannot be read` : ""}; accepted: a recorded track (GPX)`);
  }
  if (document.documentElement.nodeName.toLowerCase() !== "gpx")
    return refused("accepted: a recorded track (GPX)");
  const points: TrackPoint[] = [];
  for (const { geometry } of gpx(document).features) {
    if (geometry?.type !== "LineString" && geometry?.type !== "MultiLineString") continue;
    const lines = geometry.type === "LineString" ? [geometry.coordinates] : geometry.coordinates;
    for (const line of lines)
      for (const [lon, lat, ele] of line) {
        if (!(Math.abs(lat!) <= 90 && Math.abs(lon!) <= 180))
          return refused(`a point at ${lat}, ${lon}; accepted: −90 to 90, −180 to 180 degrees`);
        points.push({ lat: lat!, lon: lon!, ele });
      }
  }
  return points.length < 2
    ? refused("it has no track: at least two points are needed")
    : { ok: true, points };
}
