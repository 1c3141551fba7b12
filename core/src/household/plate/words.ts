import type { Said } from "./token";

const range = (low: number, high: number) => (low === high ? `${low}` : `${low} to ${high}`);

/**
 * What a piece of a plate means, and whose way of writing it is.
 * @example meaningOf(readPlate("16 A").tokens[0].said).means // "16 A at most, a phase"
 */
export function meaningOf(said: Said): { readonly means: string; readonly source: string } {
  switch (said.what) {
    case "volts":
      return {
        means: `${range(said.low, said.high)} V${said.current === "DC" ? ", direct current" : said.current === "AC" ? ", alternating current" : ""}`,
        source: "IEC 60417-5032 and 5031, from memory",
      };
    case "phases":
      return {
        means: `${said.phases === 3 ? "three phases" : said.phases === 2 ? "two lines, used as one phase" : "one phase"}${said.neutral && said.phases === 3 ? ", with a neutral" : ""}${said.earth ? ", with earth" : ""}`,
        source: "IEC 60445, from memory",
      };
    case "amps":
      return {
        means:
          said.amps.length > 1
            ? `may be set to ${said.amps.join(", ")} A`
            : `${said.amps[0]} A at most, a phase`,
        source: "rated current",
      };
    case "watts":
      return {
        means: said.apparent ? `${said.watts} VA: volts × amps` : `${said.watts} W, a rate`,
        source: "rated power",
      };
    case "energy":
      return {
        means: `${said.wattHours / 1000} kWh, an amount: ${said.part === "usable" ? "what of a battery can be used" : said.part === "gross" ? "what a battery's cells hold, more than can be used" : "what a battery holds"}`,
        source: "capacity",
      };
    case "ampHours":
      return {
        means: `${said.ampHours} Ah: an amount once multiplied by the pack's volts`,
        source: "capacity",
      };
    case "hertz":
      return { means: `mains of ${said.hertz.join(" or ")} Hz`, source: "rated frequency" };
    case "hour":
      return { means: `earth contact at ${said.hour} o'clock`, source: "IEC 60309-1, from memory" };
    case "outlet":
      return {
        means: said.type ? said.name : `${said.name}, a type with no row here`,
        source: "the type's own name",
      };
    case "connector":
      return { means: `${said.name} connector`, source: "IEC 62196, SAE J1772, SAE J3400" };
    case "mode":
      return {
        means: {
          2: "from a household or industrial outlet, protection in the cable",
          3: "wired in, AC",
          4: "rapid, DC",
        }[said.mode],
        source: "IEC 61851-1",
      };
    case "level":
      return { means: said.level === 1 ? "120 V AC" : "208 or 240 V AC", source: "SAE J1772" };
    case "made-for":
      return { means: said.name, source: "the standard's own number" };
    case "ingress":
      return {
        means: `${said.solids === undefined ? "" : said.solids >= 5 ? "keeps dust out" : said.solids >= 4 ? "keeps wires out" : "keeps fingers out"}${said.water === undefined ? "" : `${said.solids === undefined ? "" : "; "}${said.water >= 7 ? "stands being under water" : said.water >= 5 ? "stands jets of water" : said.water >= 4 ? "stands splashes" : "not splashes"}`}`,
        source: "IEC 60529",
      };
    case "residual":
      return { means: "trips on current that leaks to earth", source: "IEC 61008, IEC 62955" };
    case "chemistry":
      return { means: "a traction battery", source: "chemistry" };
    case "length":
      return { means: `${Number(said.metres.toFixed(1))} m`, source: "length" };
    case "gauge":
      return {
        means: `conductors of ${said.awg} AWG${said.cores === undefined ? "" : said.cores === 3 ? ", three: one phase with earth" : `, ${said.cores}`}`,
        source: "ASTM B258",
      };
    case "reel":
      return {
        means: `${said.coiled ? "coiled" : "unrolled"}: ${said.amps === undefined ? `${said.watts} W` : `${said.amps} A`}`,
        source: "IEC 61242, from memory",
      };
    case "temperature":
      return {
        means: said.low === undefined ? `up to ${said.high} °C` : `used at ${said.low} to ${said.high} °C`,
        source: "ambient range",
      };
    case "unearthed":
      return { means: "double insulation, no earth", source: "IEC 60417-5172" };
    case "insulation":
      return {
        means: "how well the cable is insulated, no supply's volts",
        source: "harmonised cable codes, HD 361",
      };
  }
}
