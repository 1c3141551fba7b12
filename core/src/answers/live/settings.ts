/** A setting of a charge point as it tells it (OCPP 1.6, GetConfiguration). */
export interface PointSetting {
  readonly key: string;
  readonly value?: string | undefined;
}

/** How often a unit should tell its meter at least (s): a lost phase or a stop is noticed within some minutes. */
const TELLS_WITHIN_S = 300;

/** What a unit has to tell for it to be watched, and what cannot be seen without it (OCPP 1.6, 7.31 and 9.1.25). */
const WANTED: readonly (readonly [measurand: string, without: string])[] = [
  ["Energy.Active.Import.Register", "how much it has taken is not counted"],
  ["Current.Import", "a phase that carries nothing is not seen"],
  ["Voltage", "volts that are too low are not seen"],
];

/** Told where nothing is set (OCPP 1.6, 7.31): the register alone. */
const USUAL = "Energy.Active.Import.Register";

/**
 * What of a charge point's settings keeps it from being watched well, each with what to set.
 * @example settingsAdvice([{ key: "MeterValueSampleInterval", value: "0" }]).length // 3
 */
export function settingsAdvice(settings: readonly PointSetting[]): readonly string[] {
  const valueOf = (key: string): string | undefined =>
    settings.find((setting) => setting.key.toLowerCase() === key.toLowerCase())?.value;
  const advice: string[] = [];
  const every = Number(valueOf("MeterValueSampleInterval") ?? Number.NaN);
  if (every === 0)
    advice.push(
      "It tells nothing while it charges: set MeterValueSampleInterval to 60 in the unit or its maker's app.",
    );
  else if (every > TELLS_WITHIN_S)
    advice.push(
      `It tells its meter every ${Math.round(every / 60)} min only: set MeterValueSampleInterval to 60 in the unit or its maker's app.`,
    );
  const told = (valueOf("MeterValuesSampledData") || USUAL).split(",").map((name) => name.trim());
  for (const [measurand, without] of WANTED)
    if (!told.some((name) => name.startsWith(measurand)))
      advice.push(`Its MeterValuesSampledData has no ${measurand}: ${without}.`);
  return advice;
}
