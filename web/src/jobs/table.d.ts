import { type CablesAsked, type Fit, type Garage, type Plan, type PortableCandidate, type PortablesAsked, type Solution, type SweepRow, type SweepSpec } from "@kettleback/core";
import { asideOf } from "./aside";
/**
 * Work in steps: it yields how far it is (0 to 1) wherever it can be left, and returns its result. What goes in and what
 * comes out is plain data, as it travels between threads.
 */
export type Work<Input extends readonly unknown[], Result> = (...input: Input) => Generator<number, Result>;
declare function sweep(plan: Plan, spec: SweepSpec): Generator<number, SweepRow[]>;
declare function fits(garage: Garage): Generator<number, Fit[][]>;
/** Everything that may take longer than a frame, by name. */
export declare const JOBS: {
    /** What would lift a path, and every current of its unit. */
    aside: typeof asideOf;
    sweep: typeof sweep;
    /** Every car at every outlet of a garage. */
    fits: typeof fits;
    vary: Work<[lineup: Pick<{
        cars: {
            name: string;
            battery: {
                usableWh: number;
                packVolts: number;
                packOhms: number;
                grossWh?: number | undefined;
                emptyVolts?: number | undefined;
                fullVolts?: number | undefined;
                acceptance?: {
                    soc: number;
                    watts: number;
                }[] | undefined;
                neverLimits?: boolean | undefined;
            };
            charger: {
                limits: {
                    phases: 1 | 3 | 2;
                    amps: number;
                }[];
                efficiency: number;
                capW?: number | undefined;
                delta?: boolean | undefined;
                listedPhasesOnly?: boolean | undefined;
                settable?: boolean | undefined;
            };
            inlets: ("type1" | "type2" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400")[];
            whPerKm: number;
            ownDrawW: number;
            assumed?: ("charger" | "efficiency" | "ownDraw" | "acceptance" | "economy" | "capacity")[] | undefined;
        }[];
        ways: {
            followsCar: boolean;
            buy: {
                what: string;
                price: number;
            }[];
            settings: {
                evseAmps: number | null;
                carAmps: number | null;
                otherBusy: boolean;
            };
            place: {
                name: string;
                limitMinutes?: number | undefined;
                note?: string | undefined;
            } | null;
            outlet: {
                name: string;
                condition: "sound" | "unknown" | "worn";
                exposed: boolean;
                supply: {
                    system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                    measuredVolts?: number | undefined;
                    threePhases?: boolean | undefined;
                };
                circuit: {
                    breakerAmps: number;
                    otherLoadAmps: number;
                    run?: {
                        gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                        lengthM: number;
                        temperatureC: number;
                    } | undefined;
                };
                kind: "socket";
                type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            } | {
                name: string;
                condition: "sound" | "unknown" | "worn";
                exposed: boolean;
                supply: {
                    system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                    measuredVolts?: number | undefined;
                    threePhases?: boolean | undefined;
                };
                circuit: {
                    breakerAmps: number;
                    otherLoadAmps: number;
                    run?: {
                        gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                        lengthM: number;
                        temperatureC: number;
                    } | undefined;
                };
                kind: "hardwired";
                tap: "single" | "high" | "three";
            };
            lead: {
                name: string;
                plug: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
                socket: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
                amps: number;
                lengthM: number;
                coiled: boolean;
                chained: boolean;
                overBlock: boolean;
                resistance: {
                    by: "conductor";
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
                } | {
                    by: "loop";
                    loopOhms: number;
                } | {
                    by: "meters";
                    wattsIn: number;
                    wattsOut: number;
                    amps: number;
                };
            } | null;
            evse: {
                name: string;
                phases: 1 | 3;
                maxAmps: number;
                steps: number[];
                standingW: number;
                output: {
                    kind: "socket";
                    connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                } | {
                    kind: "tethered";
                    connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                    lengthM: number;
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
                };
                kind: "portable";
                plugs: {
                    type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
                    amps: number;
                }[];
                knowsPlugs: boolean;
                setAmps?: number | undefined;
                setLocked?: boolean | undefined;
            } | {
                name: string;
                phases: 1 | 3;
                maxAmps: number;
                steps: number[];
                standingW: number;
                output: {
                    kind: "socket";
                    connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                } | {
                    kind: "tethered";
                    connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                    lengthM: number;
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
                };
                kind: "wallbox";
                setAmps?: number | undefined;
                setLocked?: boolean | undefined;
            } | {
                name: string;
                phases: 1 | 3;
                maxAmps: number;
                steps: number[];
                standingW: number;
                output: {
                    kind: "socket";
                    connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                } | {
                    kind: "tethered";
                    connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                    lengthM: number;
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
                };
                kind: "post";
                setAmps?: number | undefined;
                setLocked?: boolean | undefined;
            } | {
                name: string;
                steps: number[];
                standingW: number;
                kind: "rapid";
                phases: 1;
                maxAmps: number;
                maxW: number;
                maxVolts: number;
                shared: boolean;
                rectifierEfficiency: number;
                output: {
                    kind: "tethered";
                    connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                    lengthM: number;
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
                };
                setAmps?: number | undefined;
                setLocked?: boolean | undefined;
                minVolts?: number | undefined;
            };
            cable: {
                name: string;
                stationEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                vehicleEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                phases: 1 | 3;
                amps: number;
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
                massKg?: number | undefined;
                price?: number | undefined;
            } | null;
            adapter: {
                name: string;
                from: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                to: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                amps: number;
            } | null;
            tariff: {
                name: string;
                elements: {
                    price_components: {
                        type: "FLAT" | "ENERGY" | "TIME" | "PARKING_TIME";
                        price: number;
                        step_size: number;
                        vat?: number | undefined;
                    }[];
                    restrictions?: {
                        start_time?: string | undefined;
                        end_time?: string | undefined;
                        start_date?: string | undefined;
                        end_date?: string | undefined;
                        min_kwh?: number | undefined;
                        max_kwh?: number | undefined;
                        min_current?: number | undefined;
                        max_current?: number | undefined;
                        min_power?: number | undefined;
                        max_power?: number | undefined;
                        min_duration?: number | undefined;
                        max_duration?: number | undefined;
                        day_of_week?: ("MONDAY" | "TUESDAY" | "WEDNESDAY" | "THURSDAY" | "FRIDAY" | "SATURDAY" | "SUNDAY")[] | undefined;
                        reservation?: "RESERVATION" | "RESERVATION_EXPIRES" | undefined;
                    } | undefined;
                    kettleback?: {
                        min_amps?: number | undefined;
                        max_amps?: number | undefined;
                        on_dates?: string[] | undefined;
                    } | undefined;
                }[];
                country_code?: string | undefined;
                party_id?: string | undefined;
                id?: string | undefined;
                currency?: string | undefined;
                type?: "AD_HOC_PAYMENT" | "PROFILE_CHEAP" | "PROFILE_FAST" | "PROFILE_GREEN" | "REGULAR" | undefined;
                tariff_alt_text?: {
                    language: string;
                    text: string;
                }[] | undefined;
                tariff_alt_url?: string | undefined;
                min_price?: {
                    excl_vat: number;
                    incl_vat?: number | undefined;
                } | undefined;
                max_price?: {
                    excl_vat: number;
                    incl_vat?: number | undefined;
                } | undefined;
                start_date_time?: string | undefined;
                end_date_time?: string | undefined;
                last_updated?: string | undefined;
                kettleback?: {
                    membership?: {
                        monthly_fee: number;
                        discount: number;
                        joined: boolean;
                    } | undefined;
                    grace_minutes?: number | undefined;
                    hourly?: {
                        starts_at: string;
                        minutes: 15 | 30 | 60;
                        prices: number[];
                        markup: number;
                        vat?: number | undefined;
                    } | undefined;
                } | undefined;
            };
            name: string;
        }[];
        baseline: number | null;
        stayHours: number;
        dayKm: number;
        name: string;
        household: {
            name: string;
            currency: string;
            distanceUnit: "km" | "mi";
            economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
            houseRule: "cautious" | "usual" | "rated";
            timeZone: string;
            decimals?: "point" | "comma" | undefined;
            clock?: "24 h" | "12 h" | undefined;
            dates?: "day first" | "month first" | undefined;
        };
        session: {
            fromSoc: number;
            toSoc: number;
            pluggedInAt: string;
            neededBy: string | null;
            batteryC: number | null;
            heatingW: number;
        };
        format: "kettleback-lineup";
        version: 4;
    }, "household" | "stayHours" | "dayKm">, plan: {
        session: {
            fromSoc: number;
            toSoc: number;
            pluggedInAt: string;
            neededBy: string | null;
            batteryC: number | null;
            heatingW: number;
        };
        settings: {
            evseAmps: number | null;
            carAmps: number | null;
            otherBusy: boolean;
        };
        car: {
            name: string;
            battery: {
                usableWh: number;
                packVolts: number;
                packOhms: number;
                grossWh?: number | undefined;
                emptyVolts?: number | undefined;
                fullVolts?: number | undefined;
                acceptance?: {
                    soc: number;
                    watts: number;
                }[] | undefined;
                neverLimits?: boolean | undefined;
            };
            charger: {
                limits: {
                    phases: 1 | 3 | 2;
                    amps: number;
                }[];
                efficiency: number;
                capW?: number | undefined;
                delta?: boolean | undefined;
                listedPhasesOnly?: boolean | undefined;
                settable?: boolean | undefined;
            };
            inlets: ("type1" | "type2" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400")[];
            whPerKm: number;
            ownDrawW: number;
            assumed?: ("charger" | "efficiency" | "ownDraw" | "acceptance" | "economy" | "capacity")[] | undefined;
        };
        place: {
            name: string;
            limitMinutes?: number | undefined;
            note?: string | undefined;
        } | null;
        outlet: {
            name: string;
            condition: "sound" | "unknown" | "worn";
            exposed: boolean;
            supply: {
                system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                measuredVolts?: number | undefined;
                threePhases?: boolean | undefined;
            };
            circuit: {
                breakerAmps: number;
                otherLoadAmps: number;
                run?: {
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                    lengthM: number;
                    temperatureC: number;
                } | undefined;
            };
            kind: "socket";
            type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
        } | {
            name: string;
            condition: "sound" | "unknown" | "worn";
            exposed: boolean;
            supply: {
                system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                measuredVolts?: number | undefined;
                threePhases?: boolean | undefined;
            };
            circuit: {
                breakerAmps: number;
                otherLoadAmps: number;
                run?: {
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                    lengthM: number;
                    temperatureC: number;
                } | undefined;
            };
            kind: "hardwired";
            tap: "single" | "high" | "three";
        };
        lead: {
            name: string;
            plug: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            socket: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            amps: number;
            lengthM: number;
            coiled: boolean;
            chained: boolean;
            overBlock: boolean;
            resistance: {
                by: "conductor";
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            } | {
                by: "loop";
                loopOhms: number;
            } | {
                by: "meters";
                wattsIn: number;
                wattsOut: number;
                amps: number;
            };
        } | null;
        evse: {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "portable";
            plugs: {
                type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
                amps: number;
            }[];
            knowsPlugs: boolean;
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "wallbox";
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "post";
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            steps: number[];
            standingW: number;
            kind: "rapid";
            phases: 1;
            maxAmps: number;
            maxW: number;
            maxVolts: number;
            shared: boolean;
            rectifierEfficiency: number;
            output: {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
            minVolts?: number | undefined;
        };
        cable: {
            name: string;
            stationEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            vehicleEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            phases: 1 | 3;
            amps: number;
            lengthM: number;
            gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            massKg?: number | undefined;
            price?: number | undefined;
        } | null;
        adapter: {
            name: string;
            from: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            to: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            amps: number;
        } | null;
        tariff: {
            name: string;
            elements: {
                price_components: {
                    type: "FLAT" | "ENERGY" | "TIME" | "PARKING_TIME";
                    price: number;
                    step_size: number;
                    vat?: number | undefined;
                }[];
                restrictions?: {
                    start_time?: string | undefined;
                    end_time?: string | undefined;
                    start_date?: string | undefined;
                    end_date?: string | undefined;
                    min_kwh?: number | undefined;
                    max_kwh?: number | undefined;
                    min_current?: number | undefined;
                    max_current?: number | undefined;
                    min_power?: number | undefined;
                    max_power?: number | undefined;
                    min_duration?: number | undefined;
                    max_duration?: number | undefined;
                    day_of_week?: ("MONDAY" | "TUESDAY" | "WEDNESDAY" | "THURSDAY" | "FRIDAY" | "SATURDAY" | "SUNDAY")[] | undefined;
                    reservation?: "RESERVATION" | "RESERVATION_EXPIRES" | undefined;
                } | undefined;
                kettleback?: {
                    min_amps?: number | undefined;
                    max_amps?: number | undefined;
                    on_dates?: string[] | undefined;
                } | undefined;
            }[];
            country_code?: string | undefined;
            party_id?: string | undefined;
            id?: string | undefined;
            currency?: string | undefined;
            type?: "AD_HOC_PAYMENT" | "PROFILE_CHEAP" | "PROFILE_FAST" | "PROFILE_GREEN" | "REGULAR" | undefined;
            tariff_alt_text?: {
                language: string;
                text: string;
            }[] | undefined;
            tariff_alt_url?: string | undefined;
            min_price?: {
                excl_vat: number;
                incl_vat?: number | undefined;
            } | undefined;
            max_price?: {
                excl_vat: number;
                incl_vat?: number | undefined;
            } | undefined;
            start_date_time?: string | undefined;
            end_date_time?: string | undefined;
            last_updated?: string | undefined;
            kettleback?: {
                membership?: {
                    monthly_fee: number;
                    discount: number;
                    joined: boolean;
                } | undefined;
                grace_minutes?: number | undefined;
                hourly?: {
                    starts_at: string;
                    minutes: 15 | 30 | 60;
                    prices: number[];
                    markup: number;
                    vat?: number | undefined;
                } | undefined;
            } | undefined;
        };
        name: string;
        household: {
            name: string;
            currency: string;
            distanceUnit: "km" | "mi";
            economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
            houseRule: "cautious" | "usual" | "rated";
            timeZone: string;
            decimals?: "point" | "comma" | undefined;
            clock?: "24 h" | "12 h" | undefined;
            dates?: "day first" | "month first" | undefined;
        };
        format: "kettleback-plan";
        version: 4;
    }, id: "target" | "lead" | "evse" | "cable" | "phases" | "charger" | "conductor" | "run" | "step" | "start" | "breaker" | "volts" | "temperature" | "own-draw" | "station" | "station-amps", values?: readonly number[] | undefined], import("@kettleback/core").Vary>;
    schedules: Work<[plan: {
        session: {
            fromSoc: number;
            toSoc: number;
            pluggedInAt: string;
            neededBy: string | null;
            batteryC: number | null;
            heatingW: number;
        };
        settings: {
            evseAmps: number | null;
            carAmps: number | null;
            otherBusy: boolean;
        };
        car: {
            name: string;
            battery: {
                usableWh: number;
                packVolts: number;
                packOhms: number;
                grossWh?: number | undefined;
                emptyVolts?: number | undefined;
                fullVolts?: number | undefined;
                acceptance?: {
                    soc: number;
                    watts: number;
                }[] | undefined;
                neverLimits?: boolean | undefined;
            };
            charger: {
                limits: {
                    phases: 1 | 3 | 2;
                    amps: number;
                }[];
                efficiency: number;
                capW?: number | undefined;
                delta?: boolean | undefined;
                listedPhasesOnly?: boolean | undefined;
                settable?: boolean | undefined;
            };
            inlets: ("type1" | "type2" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400")[];
            whPerKm: number;
            ownDrawW: number;
            assumed?: ("charger" | "efficiency" | "ownDraw" | "acceptance" | "economy" | "capacity")[] | undefined;
        };
        place: {
            name: string;
            limitMinutes?: number | undefined;
            note?: string | undefined;
        } | null;
        outlet: {
            name: string;
            condition: "sound" | "unknown" | "worn";
            exposed: boolean;
            supply: {
                system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                measuredVolts?: number | undefined;
                threePhases?: boolean | undefined;
            };
            circuit: {
                breakerAmps: number;
                otherLoadAmps: number;
                run?: {
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                    lengthM: number;
                    temperatureC: number;
                } | undefined;
            };
            kind: "socket";
            type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
        } | {
            name: string;
            condition: "sound" | "unknown" | "worn";
            exposed: boolean;
            supply: {
                system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                measuredVolts?: number | undefined;
                threePhases?: boolean | undefined;
            };
            circuit: {
                breakerAmps: number;
                otherLoadAmps: number;
                run?: {
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                    lengthM: number;
                    temperatureC: number;
                } | undefined;
            };
            kind: "hardwired";
            tap: "single" | "high" | "three";
        };
        lead: {
            name: string;
            plug: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            socket: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            amps: number;
            lengthM: number;
            coiled: boolean;
            chained: boolean;
            overBlock: boolean;
            resistance: {
                by: "conductor";
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            } | {
                by: "loop";
                loopOhms: number;
            } | {
                by: "meters";
                wattsIn: number;
                wattsOut: number;
                amps: number;
            };
        } | null;
        evse: {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "portable";
            plugs: {
                type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
                amps: number;
            }[];
            knowsPlugs: boolean;
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "wallbox";
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "post";
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            steps: number[];
            standingW: number;
            kind: "rapid";
            phases: 1;
            maxAmps: number;
            maxW: number;
            maxVolts: number;
            shared: boolean;
            rectifierEfficiency: number;
            output: {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
            minVolts?: number | undefined;
        };
        cable: {
            name: string;
            stationEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            vehicleEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            phases: 1 | 3;
            amps: number;
            lengthM: number;
            gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            massKg?: number | undefined;
            price?: number | undefined;
        } | null;
        adapter: {
            name: string;
            from: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            to: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            amps: number;
        } | null;
        tariff: {
            name: string;
            elements: {
                price_components: {
                    type: "FLAT" | "ENERGY" | "TIME" | "PARKING_TIME";
                    price: number;
                    step_size: number;
                    vat?: number | undefined;
                }[];
                restrictions?: {
                    start_time?: string | undefined;
                    end_time?: string | undefined;
                    start_date?: string | undefined;
                    end_date?: string | undefined;
                    min_kwh?: number | undefined;
                    max_kwh?: number | undefined;
                    min_current?: number | undefined;
                    max_current?: number | undefined;
                    min_power?: number | undefined;
                    max_power?: number | undefined;
                    min_duration?: number | undefined;
                    max_duration?: number | undefined;
                    day_of_week?: ("MONDAY" | "TUESDAY" | "WEDNESDAY" | "THURSDAY" | "FRIDAY" | "SATURDAY" | "SUNDAY")[] | undefined;
                    reservation?: "RESERVATION" | "RESERVATION_EXPIRES" | undefined;
                } | undefined;
                kettleback?: {
                    min_amps?: number | undefined;
                    max_amps?: number | undefined;
                    on_dates?: string[] | undefined;
                } | undefined;
            }[];
            country_code?: string | undefined;
            party_id?: string | undefined;
            id?: string | undefined;
            currency?: string | undefined;
            type?: "AD_HOC_PAYMENT" | "PROFILE_CHEAP" | "PROFILE_FAST" | "PROFILE_GREEN" | "REGULAR" | undefined;
            tariff_alt_text?: {
                language: string;
                text: string;
            }[] | undefined;
            tariff_alt_url?: string | undefined;
            min_price?: {
                excl_vat: number;
                incl_vat?: number | undefined;
            } | undefined;
            max_price?: {
                excl_vat: number;
                incl_vat?: number | undefined;
            } | undefined;
            start_date_time?: string | undefined;
            end_date_time?: string | undefined;
            last_updated?: string | undefined;
            kettleback?: {
                membership?: {
                    monthly_fee: number;
                    discount: number;
                    joined: boolean;
                } | undefined;
                grace_minutes?: number | undefined;
                hourly?: {
                    starts_at: string;
                    minutes: 15 | 30 | 60;
                    prices: number[];
                    markup: number;
                    vat?: number | undefined;
                } | undefined;
            } | undefined;
        };
        name: string;
        household: {
            name: string;
            currency: string;
            distanceUnit: "km" | "mi";
            economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
            houseRule: "cautious" | "usual" | "rated";
            timeZone: string;
            decimals?: "point" | "comma" | undefined;
            clock?: "24 h" | "12 h" | undefined;
            dates?: "day first" | "month first" | undefined;
        };
        format: "kettleback-plan";
        version: 4;
    }, solution: Solution], import("@kettleback/core").Schedules>;
    leaving: Work<[plan: {
        session: {
            fromSoc: number;
            toSoc: number;
            pluggedInAt: string;
            neededBy: string | null;
            batteryC: number | null;
            heatingW: number;
        };
        settings: {
            evseAmps: number | null;
            carAmps: number | null;
            otherBusy: boolean;
        };
        car: {
            name: string;
            battery: {
                usableWh: number;
                packVolts: number;
                packOhms: number;
                grossWh?: number | undefined;
                emptyVolts?: number | undefined;
                fullVolts?: number | undefined;
                acceptance?: {
                    soc: number;
                    watts: number;
                }[] | undefined;
                neverLimits?: boolean | undefined;
            };
            charger: {
                limits: {
                    phases: 1 | 3 | 2;
                    amps: number;
                }[];
                efficiency: number;
                capW?: number | undefined;
                delta?: boolean | undefined;
                listedPhasesOnly?: boolean | undefined;
                settable?: boolean | undefined;
            };
            inlets: ("type1" | "type2" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400")[];
            whPerKm: number;
            ownDrawW: number;
            assumed?: ("charger" | "efficiency" | "ownDraw" | "acceptance" | "economy" | "capacity")[] | undefined;
        };
        place: {
            name: string;
            limitMinutes?: number | undefined;
            note?: string | undefined;
        } | null;
        outlet: {
            name: string;
            condition: "sound" | "unknown" | "worn";
            exposed: boolean;
            supply: {
                system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                measuredVolts?: number | undefined;
                threePhases?: boolean | undefined;
            };
            circuit: {
                breakerAmps: number;
                otherLoadAmps: number;
                run?: {
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                    lengthM: number;
                    temperatureC: number;
                } | undefined;
            };
            kind: "socket";
            type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
        } | {
            name: string;
            condition: "sound" | "unknown" | "worn";
            exposed: boolean;
            supply: {
                system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                measuredVolts?: number | undefined;
                threePhases?: boolean | undefined;
            };
            circuit: {
                breakerAmps: number;
                otherLoadAmps: number;
                run?: {
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                    lengthM: number;
                    temperatureC: number;
                } | undefined;
            };
            kind: "hardwired";
            tap: "single" | "high" | "three";
        };
        lead: {
            name: string;
            plug: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            socket: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            amps: number;
            lengthM: number;
            coiled: boolean;
            chained: boolean;
            overBlock: boolean;
            resistance: {
                by: "conductor";
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            } | {
                by: "loop";
                loopOhms: number;
            } | {
                by: "meters";
                wattsIn: number;
                wattsOut: number;
                amps: number;
            };
        } | null;
        evse: {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "portable";
            plugs: {
                type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
                amps: number;
            }[];
            knowsPlugs: boolean;
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "wallbox";
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "post";
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            steps: number[];
            standingW: number;
            kind: "rapid";
            phases: 1;
            maxAmps: number;
            maxW: number;
            maxVolts: number;
            shared: boolean;
            rectifierEfficiency: number;
            output: {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
            minVolts?: number | undefined;
        };
        cable: {
            name: string;
            stationEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            vehicleEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            phases: 1 | 3;
            amps: number;
            lengthM: number;
            gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            massKg?: number | undefined;
            price?: number | undefined;
        } | null;
        adapter: {
            name: string;
            from: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            to: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            amps: number;
        } | null;
        tariff: {
            name: string;
            elements: {
                price_components: {
                    type: "FLAT" | "ENERGY" | "TIME" | "PARKING_TIME";
                    price: number;
                    step_size: number;
                    vat?: number | undefined;
                }[];
                restrictions?: {
                    start_time?: string | undefined;
                    end_time?: string | undefined;
                    start_date?: string | undefined;
                    end_date?: string | undefined;
                    min_kwh?: number | undefined;
                    max_kwh?: number | undefined;
                    min_current?: number | undefined;
                    max_current?: number | undefined;
                    min_power?: number | undefined;
                    max_power?: number | undefined;
                    min_duration?: number | undefined;
                    max_duration?: number | undefined;
                    day_of_week?: ("MONDAY" | "TUESDAY" | "WEDNESDAY" | "THURSDAY" | "FRIDAY" | "SATURDAY" | "SUNDAY")[] | undefined;
                    reservation?: "RESERVATION" | "RESERVATION_EXPIRES" | undefined;
                } | undefined;
                kettleback?: {
                    min_amps?: number | undefined;
                    max_amps?: number | undefined;
                    on_dates?: string[] | undefined;
                } | undefined;
            }[];
            country_code?: string | undefined;
            party_id?: string | undefined;
            id?: string | undefined;
            currency?: string | undefined;
            type?: "AD_HOC_PAYMENT" | "PROFILE_CHEAP" | "PROFILE_FAST" | "PROFILE_GREEN" | "REGULAR" | undefined;
            tariff_alt_text?: {
                language: string;
                text: string;
            }[] | undefined;
            tariff_alt_url?: string | undefined;
            min_price?: {
                excl_vat: number;
                incl_vat?: number | undefined;
            } | undefined;
            max_price?: {
                excl_vat: number;
                incl_vat?: number | undefined;
            } | undefined;
            start_date_time?: string | undefined;
            end_date_time?: string | undefined;
            last_updated?: string | undefined;
            kettleback?: {
                membership?: {
                    monthly_fee: number;
                    discount: number;
                    joined: boolean;
                } | undefined;
                grace_minutes?: number | undefined;
                hourly?: {
                    starts_at: string;
                    minutes: 15 | 30 | 60;
                    prices: number[];
                    markup: number;
                    vat?: number | undefined;
                } | undefined;
            } | undefined;
        };
        name: string;
        household: {
            name: string;
            currency: string;
            distanceUnit: "km" | "mi";
            economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
            houseRule: "cautious" | "usual" | "rated";
            timeZone: string;
            decimals?: "point" | "comma" | undefined;
            clock?: "24 h" | "12 h" | undefined;
            dates?: "day first" | "month first" | undefined;
        };
        format: "kettleback-plan";
        version: 4;
    }, solution: Solution, limit: number | null], {
        times: import("@kettleback/core").Leaving[];
        best: import("@kettleback/core").Leaving | undefined;
    }>;
    everywhere: Work<[garage: Garage, path: {
        session: {
            fromSoc: number;
            toSoc: number;
            pluggedInAt: string;
            neededBy: string | null;
            batteryC: number | null;
            heatingW: number;
        };
        settings: {
            evseAmps: number | null;
            carAmps: number | null;
            otherBusy: boolean;
        };
        acknowledged: string[];
        tariffId: string;
        carId: string;
        outletId: string;
        evseId: string;
        leadId: string | null;
        cableId: string | null;
        adapterId: string | null;
        name: string;
    }], import("@kettleback/core").Offer[]>;
    hangs: Work<[plan: {
        session: {
            fromSoc: number;
            toSoc: number;
            pluggedInAt: string;
            neededBy: string | null;
            batteryC: number | null;
            heatingW: number;
        };
        settings: {
            evseAmps: number | null;
            carAmps: number | null;
            otherBusy: boolean;
        };
        car: {
            name: string;
            battery: {
                usableWh: number;
                packVolts: number;
                packOhms: number;
                grossWh?: number | undefined;
                emptyVolts?: number | undefined;
                fullVolts?: number | undefined;
                acceptance?: {
                    soc: number;
                    watts: number;
                }[] | undefined;
                neverLimits?: boolean | undefined;
            };
            charger: {
                limits: {
                    phases: 1 | 3 | 2;
                    amps: number;
                }[];
                efficiency: number;
                capW?: number | undefined;
                delta?: boolean | undefined;
                listedPhasesOnly?: boolean | undefined;
                settable?: boolean | undefined;
            };
            inlets: ("type1" | "type2" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400")[];
            whPerKm: number;
            ownDrawW: number;
            assumed?: ("charger" | "efficiency" | "ownDraw" | "acceptance" | "economy" | "capacity")[] | undefined;
        };
        place: {
            name: string;
            limitMinutes?: number | undefined;
            note?: string | undefined;
        } | null;
        outlet: {
            name: string;
            condition: "sound" | "unknown" | "worn";
            exposed: boolean;
            supply: {
                system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                measuredVolts?: number | undefined;
                threePhases?: boolean | undefined;
            };
            circuit: {
                breakerAmps: number;
                otherLoadAmps: number;
                run?: {
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                    lengthM: number;
                    temperatureC: number;
                } | undefined;
            };
            kind: "socket";
            type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
        } | {
            name: string;
            condition: "sound" | "unknown" | "worn";
            exposed: boolean;
            supply: {
                system: "split-phase" | "208Y" | "230/400" | "it-230" | "100/200";
                measuredVolts?: number | undefined;
                threePhases?: boolean | undefined;
            };
            circuit: {
                breakerAmps: number;
                otherLoadAmps: number;
                run?: {
                    gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG";
                    lengthM: number;
                    temperatureC: number;
                } | undefined;
            };
            kind: "hardwired";
            tap: "single" | "high" | "three";
        };
        lead: {
            name: string;
            plug: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            socket: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
            amps: number;
            lengthM: number;
            coiled: boolean;
            chained: boolean;
            overBlock: boolean;
            resistance: {
                by: "conductor";
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            } | {
                by: "loop";
                loopOhms: number;
            } | {
                by: "meters";
                wattsIn: number;
                wattsOut: number;
                amps: number;
            };
        } | null;
        evse: {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "portable";
            plugs: {
                type: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63";
                amps: number;
            }[];
            knowsPlugs: boolean;
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "wallbox";
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            phases: 1 | 3;
            maxAmps: number;
            steps: number[];
            standingW: number;
            output: {
                kind: "socket";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            } | {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            kind: "post";
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
        } | {
            name: string;
            steps: number[];
            standingW: number;
            kind: "rapid";
            phases: 1;
            maxAmps: number;
            maxW: number;
            maxVolts: number;
            shared: boolean;
            rectifierEfficiency: number;
            output: {
                kind: "tethered";
                connector: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
                lengthM: number;
                gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            };
            setAmps?: number | undefined;
            setLocked?: boolean | undefined;
            minVolts?: number | undefined;
        };
        cable: {
            name: string;
            stationEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            vehicleEnd: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            phases: 1 | 3;
            amps: number;
            lengthM: number;
            gauge: "1.5 mm2" | "2.5 mm2" | "4 mm2" | "6 mm2" | "10 mm2" | "16 mm2" | "25 mm2" | "35 mm2" | "18 AWG" | "16 AWG" | "14 AWG" | "12 AWG" | "10 AWG" | "8 AWG" | "6 AWG" | "4 AWG" | "3 AWG" | "2 AWG" | "1 AWG" | "0.75 mm2" | "1 mm2";
            massKg?: number | undefined;
            price?: number | undefined;
        } | null;
        adapter: {
            name: string;
            from: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            to: "type1" | "type2" | "j3400-ac" | "gbt-ac" | "ccs1" | "ccs2" | "chademo" | "gbt-dc" | "j3400-dc";
            amps: number;
        } | null;
        tariff: {
            name: string;
            elements: {
                price_components: {
                    type: "FLAT" | "ENERGY" | "TIME" | "PARKING_TIME";
                    price: number;
                    step_size: number;
                    vat?: number | undefined;
                }[];
                restrictions?: {
                    start_time?: string | undefined;
                    end_time?: string | undefined;
                    start_date?: string | undefined;
                    end_date?: string | undefined;
                    min_kwh?: number | undefined;
                    max_kwh?: number | undefined;
                    min_current?: number | undefined;
                    max_current?: number | undefined;
                    min_power?: number | undefined;
                    max_power?: number | undefined;
                    min_duration?: number | undefined;
                    max_duration?: number | undefined;
                    day_of_week?: ("MONDAY" | "TUESDAY" | "WEDNESDAY" | "THURSDAY" | "FRIDAY" | "SATURDAY" | "SUNDAY")[] | undefined;
                    reservation?: "RESERVATION" | "RESERVATION_EXPIRES" | undefined;
                } | undefined;
                kettleback?: {
                    min_amps?: number | undefined;
                    max_amps?: number | undefined;
                    on_dates?: string[] | undefined;
                } | undefined;
            }[];
            country_code?: string | undefined;
            party_id?: string | undefined;
            id?: string | undefined;
            currency?: string | undefined;
            type?: "AD_HOC_PAYMENT" | "PROFILE_CHEAP" | "PROFILE_FAST" | "PROFILE_GREEN" | "REGULAR" | undefined;
            tariff_alt_text?: {
                language: string;
                text: string;
            }[] | undefined;
            tariff_alt_url?: string | undefined;
            min_price?: {
                excl_vat: number;
                incl_vat?: number | undefined;
            } | undefined;
            max_price?: {
                excl_vat: number;
                incl_vat?: number | undefined;
            } | undefined;
            start_date_time?: string | undefined;
            end_date_time?: string | undefined;
            last_updated?: string | undefined;
            kettleback?: {
                membership?: {
                    monthly_fee: number;
                    discount: number;
                    joined: boolean;
                } | undefined;
                grace_minutes?: number | undefined;
                hourly?: {
                    starts_at: string;
                    minutes: 15 | 30 | 60;
                    prices: number[];
                    markup: number;
                    vat?: number | undefined;
                } | undefined;
            } | undefined;
        };
        name: string;
        household: {
            name: string;
            currency: string;
            distanceUnit: "km" | "mi";
            economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
            houseRule: "cautious" | "usual" | "rated";
            timeZone: string;
            decimals?: "point" | "comma" | undefined;
            clock?: "24 h" | "12 h" | undefined;
            dates?: "day first" | "month first" | undefined;
        };
        format: "kettleback-plan";
        version: 4;
    }, clock: import("@kettleback/core").Clock], import("@kettleback/core").Hang[]>;
    cables: Work<[asked: CablesAsked], {
        choices: import("@kettleback/core").CableChoice[];
        verdicts: import("@kettleback/core").CableVerdict[];
        posts: readonly {
            phases: 1 | 3;
            amps: number;
            perMonth: number;
        }[];
    }>;
    portables: Work<[asked: PortablesAsked, mine: readonly PortableCandidate[], wallPlug: "nema-5-15" | "as3112-10" | "nema-5-20" | "nema-tt-30" | "nema-6-20" | "nema-10-30" | "nema-14-30" | "nema-6-50" | "nema-14-50" | "bs1363" | "cee-7" | "as3112-15" | "type-j" | "type-l" | "blue-16" | "blue-32" | "blue-16-three" | "blue-32-three" | "red-16" | "red-32" | "red-63"], import("@kettleback/core").PortableChoice[]>;
};
export type Jobs = typeof JOBS;
/** The name of a job. */
export type JobKind = keyof Jobs;
/** What a job is asked with. */
export type JobInput<K extends JobKind> = Parameters<Jobs[K]>;
/** What a job comes to. */
export type JobResult<K extends JobKind> = ReturnType<Jobs[K]> extends Generator<number, infer R> ? R : never;
export {};
