/** Where the demo's simulated devices answer, by HTTP and by MQTT. */
export interface StandInsAt {
  readonly http: string;
  readonly mqtt: string;
}

/** Where they answer unless told otherwise; so the demo's own devices are written down. */
export const STANDINS_AT: StandInsAt = { http: "http://127.0.0.1:4182", mqtt: "mqtt://127.0.0.1:4183" };
