import { CAUTION_PATHS } from "../../tests/caution-paths";
import { idealCar, rapid } from "../../tests/parts";
import { chargeOver } from "../../tests/solve";
import { compile, isRefusal } from "../../engine/path";
import { charge } from "../../engine/plan";
import { cautionsFor } from ".";

/** A caution as it is told: its severity and code, what, why, what to do. */
type Told = readonly [severity: string, what: string, why: string, todo: string];

const SOCKET_AS_ARRANGEMENT: Told = [
  "note socket-as-arrangement",
  "Charging from a household socket every night: experts disagree.",
  "One says it is fine at low mileage on a checked socket of its own; the other says temporary only.",
  "Feel the plug for warmth in the first hour, and have socket and run inspected now and then.",
];
const NO_EARTH: Told = [
  "stop no-earth",
  "NEMA 10-30 has no earth pin.",
  "Without earth the unit cannot protect you from a fault in the car.",
  "Have the outlet replaced by one with an earth; do not use an adapter instead.",
];
const FIXED_UNIT: Told = [
  "note fixed-evse",
  "A wired-in unit is licensed work.",
  "It needs a circuit of its own. Residual-current protection of its own: a switch that trips when 30 mA go astray, direct current too (type B, or type A where the unit switches off at 6 mA of it; IEC 60364-7-722). Some places forbid doing it yourself, and codes change.",
  "Have a licensed electrician fit it and check the service capacity.",
];
const FIXED_UNIT_NEC: Told = [
  "note fixed-evse",
  "A wired-in unit is licensed work.",
  "It needs a circuit of its own. The unit itself trips when a few milliamps go astray (NEC 625.22). Some places forbid doing it yourself, and codes change.",
  "Have a licensed electrician fit it and check the service capacity.",
];
const RAPID_MINORITY: Told = [
  "note rapid-minority",
  "Rapid charging is best kept a minority.",
  "Makers ask for about one session in four or five at most (common practice).",
  "Charge slowly where you can, rapidly where you must.",
];
const RAPID_WATCH: Told = [
  "note rapid-watch",
  "A session can fail to start, or stop unnoticed.",
  "The station may show a welcome screen while nothing flows.",
  "Wait until charging has really started, look again after some minutes, and move on when done: idle fees, and the next driver.",
];

const leadUsed = (wattsAMetre: string): Told => [
  "note lead-used",
  "An extension lead is in use.",
  `Extension leads are not recommended for charging. It gives off ${wattsAMetre} W a metre.`,
  "If you must: one only, heavy, fully unwound, dry, at 8 A or less, and feel it for warmth. A window left ajar for it is an open house.",
];

const TOLD: Readonly<Record<keyof typeof CAUTION_PATHS, readonly Told[]>> = {
  "a sound portable on a wall socket": [SOCKET_AS_ARRANGEMENT],
  "a lead with a taped joint": [
    [
      "stop piece-worn",
      "Reel has a taped joint.",
      "Tape holds neither heat nor water nor pull: taped up is not repaired.",
      "Stop using it. Have it remade and tested by somebody licensed, or replace it; then take the mark off in the Garage.",
    ],
    SOCKET_AS_ARRANGEMENT,
    [
      "note lead-used",
      "An extension lead is in use.",
      "Extension leads are not recommended for charging. It gives off 1.1 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less, and feel it for warmth. A window left ajar for it is an open house.",
    ],
  ],
  "a unit that was found faulty": [
    [
      "stop piece-failed",
      "Box was found faulty by R. Moss on 2026-03-02.",
      "Whoever tested it found it unfit for use.",
      "Do not use it until it is repaired and tested anew; record that test in the Garage.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "16 A in a 16 A socket for hours": [
    [
      "careful outlet-over-sustained",
      "The car would pull 16 A for hours; this outlet should hold 10 A.",
      "CEE 7/4 or 7/5 (16 A): 16 A is moulded on it, 10 A is the usual house rule for hours. Nothing in it holds the current down.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "20 A in a 16 A socket": [
    [
      "stop outlet-over-rating",
      "The car would pull 20 A from a 16 A outlet.",
      "CEE 7/4 or 7/5 (16 A) is made for 16 A; the socket itself limits nothing.",
      "Lower the current in the car or on the unit before you plug in. 10 A is what your house rule allows here.",
    ],
    [
      "stop breaker-over-rating",
      "The car would pull 20 A on a 16 A breaker.",
      "20 A is above the breaker's 16 A: it will trip, or the wiring runs hot until it does.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "16 A by the rated rule": [SOCKET_AS_ARRANGEMENT],
  "a setting the unit can make, below what is moulded": [
    [
      "note set-lower",
      "Set box to 10 A before you plug in: the figures count on it.",
      "Left untouched it would pull 16 A; the outlet should hold 10 A. The car would pull 16 A for hours; this outlet should hold 10 A.",
      "Make sure the setting stays: some units forget it when they are unplugged.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a setting the unit can make, above what is moulded": [
    [
      "careful set-lower",
      "Set box to 10 A before you plug in: the figures count on it.",
      "Left untouched it would pull 20 A; the outlet should hold 10 A. The car would pull 20 A from a 16 A outlet.",
      "Make sure the setting stays: some units forget it when they are unplugged.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a setting made in the car": [
    [
      "careful set-lower",
      "Set the car, ideal car, to 10 A before you plug in: the figures count on it.",
      "Left untouched it would pull 20 A; the outlet should hold 10 A. The car would pull 20 A from a 16 A outlet.",
      "Make sure the setting stays: some cars forget it when they are unplugged.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a circuit with other loads over its breaker": [
    [
      "stop breaker-over-rating",
      "The car would pull 10 A with 8 A of other loads on a 16 A breaker.",
      "18 A is above the breaker's 16 A: it will trip, or the wiring runs hot until it does.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    [
      "note shared-circuit",
      "8 A of other loads share this circuit.",
      "If more is switched on while the car charges, the breaker may trip in the night.",
      "Keep the circuit for the car, or charge at a lower step.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a breaker's continuous share, with other loads": [
    [
      "careful breaker-over-continuous",
      "The car would pull 38 A with 5 A of other loads; this circuit should hold 35 A for hours.",
      "A load of hours may take 80 % of the breaker (NEC 625.41, 210.19).",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    [
      "note shared-circuit",
      "5 A of other loads share this circuit.",
      "If more is switched on while the car charges, the breaker may trip in the night.",
      "Keep the circuit for the car, or charge at a lower step.",
    ],
  ],
  "a breaker's continuous share, exactly": [],
  "a thin run behind a large breaker": [
    [
      "stop breaker-over-rating",
      "The car would pull 32 A with 2 A of other loads on a 32 A breaker.",
      "34 A is above the breaker's 32 A: it will trip, or the wiring runs hot until it does.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    [
      "stop conductor-over",
      "34 A through a run of 1.5 mm².",
      "Laid as well as is usual, it carries 19.5 A for hours; the wire in the wall gets hot.",
      "Lower the current in the car or on the unit before you plug in. Have a licensed electrician look at the run and its breaker.",
    ],
    [
      "stop breaker-over-conductor",
      "A 32 A breaker before a run of 1.5 mm².",
      "That conductor carries 19.5 A, laid as well as is usual, and the breaker may not be above that (IEC 60364-4-43; IEC 60364-5-52, PVC, 30 °C, two or three loaded conductors, from memory): in a fault, or under other loads, the wire in the wall burns before the breaker trips.",
      "Have a licensed electrician put 16 A before it, or lay a heavier run; do not charge on it until then.",
    ],
    [
      "note shared-circuit",
      "2 A of other loads share this circuit.",
      "If more is switched on while the car charges, the breaker may trip in the night.",
      "Keep the circuit for the car, or charge at a lower step.",
    ],
  ],
  "a plug that holds less than the unit offers": [
    [
      "stop plug-over-rating",
      "The car would pull 16 A through a plug made for 10 A.",
      "The unit does not know this plug and offers more than it holds.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
  ],
  "a thin lead": [
    [
      "stop lead-over-rating",
      "The car would pull 10 A through a lead for 6 A.",
      "The lead limits nothing; it only gets hot.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    [
      "stop breaker-over-lead",
      "Nothing before reel trips below 16 A; the lead carries 6 A.",
      "A lead is protected by the breaker, or the fuse in its plug, only up to their own amps (IEC 60364-4-43, NEC 240.5): beyond its own it depends on what is plugged into it.",
      "Plug nothing else into it, keep the current within what it carries, or take a heavier lead.",
    ],
    [
      "careful voltage-drop",
      "14 V are lost on the way: 6 %.",
      "More than 5 % says the run is long and thin for this current.",
      "Charge at a lower step, or have a heavier run laid.",
    ],
    [
      "careful lead-over-eight",
      "An extension lead at 10 A.",
      "Extension leads are not recommended for charging. It gives off 5.4 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less, and feel it for warmth. A window left ajar for it is an open house.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a lead whose socket should hold less": [
    [
      "careful lead-over-sustained",
      "The car would pull 13 A for hours; the lead's CEE 7/4 or 7/5 (16 A) socket should hold 10 A.",
      "16 A is moulded on it, for minutes to an hour or two.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    [
      "careful lead-over-eight",
      "An extension lead at 13 A.",
      "Extension leads are not recommended for charging. It gives off 2.8 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less, and feel it for warmth. A window left ajar for it is an open house.",
    ],
    [
      "careful lead-changes-type",
      "The lead turns IEC 60309 blue 16 A into CEE 7/4 or 7/5 (16 A).",
      "With the type, volts, amps and earth change; neither outlet nor unit can see it.",
      "Use an outlet of the unit's own type, fitted by a licensed electrician.",
    ],
  ],
  "a lead above what is moulded": [
    [
      "stop lead-over-rating",
      "The car would pull 20 A through a lead for 16 A.",
      "The lead limits nothing; it only gets hot.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    [
      "stop breaker-over-lead",
      "Nothing before reel trips below 32 A; the lead carries 16 A.",
      "A lead is protected by the breaker, or the fuse in its plug, only up to their own amps (IEC 60364-4-43, NEC 240.5): beyond its own it depends on what is plugged into it.",
      "Plug nothing else into it, keep the current within what it carries, or take a heavier lead.",
    ],
    [
      "note lead-used",
      "An extension lead is in use.",
      "Extension leads are not recommended for charging. It gives off 2.7 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less if it is not an industrial one, and feel it for warmth. A window left ajar for it is an open house.",
    ],
  ],
  "a lead coiled, chained and over a block": [
    [
      "stop lead-coiled",
      "The reel is used coiled.",
      "A coil cannot shed its heat. It gives off 1.7 W a metre.",
      "Unwind it to the last turn before you charge.",
    ],
    [
      "stop lead-chained",
      "The reel is joined from several leads.",
      "Every joint is another contact that heats, and the fault protection may no longer act in time.",
      "Use one lead that is long enough, or none.",
    ],
    [
      "stop lead-over-block",
      "There is a block or travel adapter in between.",
      "They are not made for hours of load.",
      "Take it out.",
    ],
    [
      "careful lead-over-eight",
      "An extension lead at 10 A.",
      "Extension leads are not recommended for charging. It gives off 1.7 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less, and feel it for warmth. A window left ajar for it is an open house.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a short industrial lead": [
    [
      "note lead-used",
      "An extension lead is in use.",
      "Extension leads are not recommended for charging. It gives off 4.2 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less if it is not an industrial one, and feel it for warmth. A window left ajar for it is an open house.",
    ],
  ],
  // 230 V over a loop of 3 Ω is 76.7 A; five times 16 A would be needed. Over 2.8 Ω it is 82 A.
  "a lead so long that a breaker no longer trips": [
    [
      "careful voltage-drop",
      "18 V are lost on the way: 8 %.",
      "More than 5 % says the run is long and thin for this current.",
      "Charge at a lower step, or have a heavier run laid.",
    ],
    [
      "careful fault-too-weak",
      "In a short circuit at the end of reel no more than 76.7 A would flow.",
      "What protects it (16 A) trips at once from about 80 A on (IEC 60364-4-41, from memory); below that the lead heats until it does. The house wiring takes its own share off that.",
      "Take a shorter or a heavier lead. Residual-current protection before it cuts off a fault to earth all the same.",
    ],
    SOCKET_AS_ARRANGEMENT,
    leadUsed("1.6"),
  ],
  "a long lead that a breaker still protects": [
    [
      "careful voltage-drop",
      "17 V are lost on the way: 7 %.",
      "More than 5 % says the run is long and thin for this current.",
      "Charge at a lower step, or have a heavier run laid.",
    ],
    SOCKET_AS_ARRANGEMENT,
    leadUsed("1.7"),
  ],
  "a lead at 8 A": [
    SOCKET_AS_ARRANGEMENT,
    [
      "note lead-used",
      "An extension lead is in use.",
      "Extension leads are not recommended for charging. It gives off 1.1 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less, and feel it for warmth. A window left ajar for it is an open house.",
    ],
  ],
  "a lead that loses the earth": [
    NO_EARTH,
    [
      "careful lead-over-eight",
      "An extension lead at 24 A.",
      "Extension leads are not recommended for charging. It gives off 4.0 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less, and feel it for warmth. A window left ajar for it is an open house.",
    ],
    [
      "careful lead-changes-type",
      "The lead turns NEMA 10-30 into NEMA 14-30.",
      "With the type, volts, amps and earth change; neither outlet nor unit can see it. NEMA 14-30 has a contact for earth that nothing is behind.",
      "Use an outlet of the unit's own type, fitted by a licensed electrician.",
    ],
  ],
  "an outlet without earth": [NO_EARTH],
  "unknown wiring": [
    [
      "careful wiring-unknown",
      "The wiring here is old or unchecked.",
      "Wiring may have been legal when it was laid and still be below today's rule.",
      "Use it in an emergency only, for the least energy that reaches the next charger; have it inspected.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a worn outlet outdoors": [
    [
      "stop outlet-worn",
      "socket is loose, hot, discoloured or cracked.",
      "A bad contact heats with the square of the current; taped up is not repaired.",
      "Stop using it and have a licensed electrician test it.",
    ],
    [
      "careful exposed-outlet",
      "The outlet is outdoors and not weatherproof.",
      "Water in a plug under load is a shock and a fire.",
      "Charge in the dry only, keep joints off the ground, and have a weatherproof outlet fitted.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a breaker too large for its outlet": [
    [
      "careful breaker-over-outlet",
      "A 32 A breaker before CEE 7/4 or 7/5 (16 A).",
      "It does not protect the outlet: 16 A at most stands before one (from memory).",
      "Have a licensed electrician check outlet, wiring and breaker against each other.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "an outlet on an odd supply": [
    [
      "careful outlet-odd-supply",
      "IEC 60309 blue 32 A on 120/240 V split-phase is unusual.",
      "Its standard does not rule it out, but an outlet on the wrong voltage looks the same from outside.",
      "Have it measured before you plug in; it should give 240 V.",
    ],
    [
      "careful breaker-over-outlet",
      "A 40 A breaker before IEC 60309 blue 32 A.",
      "It does not protect the outlet: 32 A at most stands before one (from memory).",
      "Have a licensed electrician check outlet, wiring and breaker against each other.",
    ],
  ],
  "a low voltage": [
    [
      "careful voltage-out-of-range",
      "206 V measured lies outside what 230 V of 230/400 V (TN or TT) should give.",
      "EN 50160 (230 V ±10 %): 207 to 253 V.",
      "Measure again under load; if it stays, call your network operator or an electrician.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a high voltage": [
    [
      "careful voltage-out-of-range",
      "254 V measured lies outside what 230 V of 230/400 V (TN or TT) should give.",
      "EN 50160 (230 V ±10 %): 207 to 253 V.",
      "Measure again under load; if it stays, call your network operator or an electrician.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a voltage at the lower edge": [SOCKET_AS_ARRANGEMENT],
  "a voltage at the upper edge": [SOCKET_AS_ARRANGEMENT],
  "a long run that drops the voltage": [
    [
      "careful voltage-drop",
      "23 V are lost on the way: 10 %.",
      "More than 5 % says the run is long and thin for this current.",
      "Charge at a lower step, or have a heavier run laid.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a wallbox on a breaker that is too small": [
    [
      "stop breaker-below-125",
      "A 40 A unit on a 40 A breaker.",
      "The breaker must be at least 125 % of the unit's amps: 50 A (NEC 625.41).",
      "Have the unit set to 32 A or less, with the setting locked, or the circuit renewed.",
    ],
    [
      "careful breaker-over-continuous",
      "The car would pull 40 A; this circuit should hold 32 A for hours.",
      "A load of hours may take 80 % of the breaker (NEC 625.41, 210.19).",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    FIXED_UNIT_NEC,
  ],
  "a wallbox on an IEC breaker that is too small": [
    [
      "stop breaker-over-rating",
      "The car would pull 32 A on a 25 A breaker.",
      "32 A is above the breaker's 25 A: it will trip, or the wiring runs hot until it does.",
      "Lower the current in the car or on the unit before you plug in.",
    ],
    [
      "stop breaker-below-evse",
      "A 32 A unit on a 25 A breaker.",
      "A unit may not offer more than the breaker before it is rated for.",
      "Have the unit set to 25 A or less, with the setting locked, or the circuit renewed.",
    ],
    FIXED_UNIT,
  ],
  "a sound wallbox": [FIXED_UNIT],
  "a post on a breaker that is too small": [
    [
      "stop breaker-below-125",
      "A 32 A unit on a 32 A breaker.",
      "The breaker must be at least 125 % of the unit's amps: 40 A (NEC 625.41).",
      "Tell whoever runs the post; set the car lower until it is put right.",
    ],
    [
      "careful breaker-over-continuous",
      "The car would pull 32 A; this circuit should hold 25.6 A for hours.",
      "A load of hours may take 80 % of the breaker (NEC 625.41, 210.19).",
      "Lower the current in the car or on the unit before you plug in.",
    ],
  ],
  "a cable of 12 m": [
    [
      "careful cable-long",
      "A charging cable of 12 m.",
      "Over 10 m some cars refuse, and it is heavy: 5 m suits most bays.",
      "Try it with this car before you rely on it.",
    ],
  ],
  "a cable of 10 m": [],
  "a tether of 11 m": [
    [
      "careful cable-long",
      "A charging cable of 11 m.",
      "Over 10 m some cars refuse, and it is heavy: 5 m suits most bays.",
      "Try it with this car before you rely on it.",
    ],
  ],
  "a cable too thin for its current": [
    [
      "stop cable-conductor-thin",
      "32 A through a charging cable of 2.5 mm².",
      "Cords of that size usually carry 25 A; thinner copper gets hotter.",
      "Check what is printed on the cable; lower the current, or take a heavier one.",
    ],
  ],
  "a tether far too thin": [
    [
      "stop cable-conductor-thin",
      "32 A through a charging cable of 1.5 mm².",
      "Cords of that size usually carry 16 A; thinner copper gets hotter.",
      "Check what is printed on the cable; lower the current, or take a heavier one.",
    ],
  ],
  "an adapter below the path": [
    [
      "stop adapter-below-path",
      "The car would pull 32 A through an adapter rated 24 A.",
      "An adapter limits nothing; it only gets hot.",
      "Lower the current, or take an adapter rated for the path.",
    ],
  ],
  "an adapter below a rapid station": [
    [
      "careful adapter-below-path",
      "Station and car could pass 355.4 A; the adapter is rated 200 A.",
      "The figures count 200 A. Whether the adapter really holds the current there, only its maker can say; a plain one gets hot.",
      "Use it only if its maker names station and car, and feel it for warmth; else take a larger one.",
    ],
    RAPID_MINORITY,
    RAPID_WATCH,
  ],
  "an adapter wide enough for a rapid station": [RAPID_MINORITY, RAPID_WATCH],
  "a rapid station": [RAPID_MINORITY, RAPID_WATCH],
  "a wallbox of 32 A behind 60 A on a thin run": [
    [
      "stop breaker-over-conductor",
      "A 60 A breaker before a run of 10 AWG.",
      "That conductor carries 30 A, laid as well as is usual, and the breaker may not be above that (NEC 240.4; NEC 310.16, copper, 60 and 75 °C, from memory): in a fault, or under other loads, the wire in the wall burns before the breaker trips.",
      "Have a licensed electrician put 30 A before it, or lay a heavier run; do not charge on it until then.",
    ],
    [
      "careful conductor-over-continuous",
      "32 A through a run of 10 AWG.",
      "Laid as well as is usual, it carries 35 A; a load of hours may take 80 % of that (NEC 210.19).",
      "Lower the current in the car or on the unit before you plug in. 28 A is what this run should carry for hours, other loads included.",
    ],
    FIXED_UNIT_NEC,
  ],
  "three pins behind 32 A on 2.5 mm²": [
    [
      "note breaker-over-conductor",
      "A 32 A breaker before a run of 2.5 mm².",
      "It protects that size only where the sockets stand on a ring, fed from both ends (BS 7671 433.1, from memory); a branch off it carries 27 A at most.",
      "Have it tested once that the ring is whole, and that this socket is on it.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
  "a household lead of 10 A behind 20 A": [
    [
      "careful breaker-over-lead",
      "Nothing before reel trips below 20 A; the lead carries 10 A.",
      "A lead is protected by the breaker, or the fuse in its plug, only up to their own amps (IEC 60364-4-43, NEC 240.5): beyond its own it depends on what is plugged into it.",
      "Plug nothing else into it, keep the current within what it carries, or take a heavier lead.",
    ],
    SOCKET_AS_ARRANGEMENT,
    [
      "note lead-used",
      "An extension lead is in use.",
      "Extension leads are not recommended for charging. It gives off 2.6 W a metre.",
      "If you must: one only, heavy, fully unwound, dry, at 8 A or less, and feel it for warmth. A window left ajar for it is an open house.",
    ],
  ],
  "a cord that another car would overload": [
    [
      "careful cable-conductor-thin",
      "A charging cable of 2.5 mm² that is told to carry 32 A.",
      "Cords of that size usually carry 25 A; thinner copper gets hotter. This car draws 16 A; another may draw more.",
      "Check what is printed on the cable; lower the current, or take a heavier one.",
    ],
  ],
  "a unit held down by a setting nobody has spoken of": [
    [
      "careful setting-open",
      "A 48 A unit, set to 16 A, on a 20 A breaker.",
      "The setting counts only where its adjustment has restricted access: behind a cover, a tool or the installer's password (NEC 625.42). Whether it has is not said.",
      "Have the setting locked by whoever installs it, and say so with the unit in the Garage.",
    ],
    FIXED_UNIT_NEC,
  ],
  "a range outlet behind a dryer's breaker": [
    [
      "careful breaker-below-outlet",
      "A 30 A breaker before NEMA 14-50.",
      "What is made for that outlet may draw more than the circuit gives: it stands behind 40 A at least (NEC 210.21(B)(3), from memory). Its plug tells a unit nothing of the breaker.",
      "Keep the unit at 24 A or less, and have the outlet changed for one of the circuit's size.",
    ],
  ],
  "a wallbox in the rain": [
    [
      "careful exposed-outlet",
      "bay is outdoors and not weatherproof.",
      "Water in a unit's housing or its terminals is a shock and a fire.",
      "Have it seen by a licensed electrician: a unit outdoors is made and closed for it.",
    ],
    FIXED_UNIT,
  ],
  "a 10 A plug in a 15 A outlet": [
    [
      "stop outlet-over-rating",
      "The car would pull 15 A from a 10 A outlet.",
      "AS/NZS 3112, 10 A is made for 10 A; the socket itself limits nothing.",
      "Lower the current in the car or on the unit before you plug in. 10 A is what your house rule allows here.",
    ],
    SOCKET_AS_ARRANGEMENT,
  ],
};

test("a cold pack at a rapid station is told with what it takes, what the station gives, and the way out", () => {
  const taking = {
    ...CAUTION_PATHS["a rapid station"]!,
    evse: rapid(150_000, 375),
    car: {
      ...idealCar([{ phases: 1, amps: 32 }]),
      battery: {
        usableWh: 60_000,
        packVolts: 400,
        packOhms: 0.05,
        acceptance: [
          { soc: 0, watts: 150_000 },
          { soc: 1, watts: 20_000 },
        ],
      },
    },
  };
  const at = (batteryC: number | null) => {
    const circuit = compile(taking);
    if (isRefusal(circuit)) throw new Error(circuit.message);
    const session = charge(taking, circuit, { fromSoc: 0.2, toSoc: 0.6, batteryC }, null);
    if (isRefusal(session)) throw new Error(session.message);
    return cautionsFor(taking, session, 0.6).find(({ code }) => code === "pack-cold");
  };
  // 124 kW warm at 20 %; at −15 °C a share of 1/(1 + e^2.5) = 7.6 % of it: 9.4 kW.
  expect(at(-15)).toMatchObject({
    severity: "careful",
    what: "At -15 °C the pack takes 9.4 kW to begin with, of the station's 150 kW.",
    why: "Cold cells accept less: about 8 % of the 124.0 kW they would take warm (a generic shape, common practice). It rises as they warm.",
    todo: expect.stringContaining("Warm it on the way") as string,
  });
  expect(at(-15)!.amount).toBeGreaterThan(at(0)!.amount!);
  expect([at(20), at(null)]).toEqual([undefined, undefined]);
});

test.each([
  ["on 230/400 V", "three pins behind 32 A on 2.5 mm²", "trips when 30 mA go astray", "IEC 60364-7-722"],
  ["on 120/240 V", "a range outlet behind a dryer's breaker", "a few milliamps go astray", "NEC 625.54"],
])("an outlet for a car %s says what protection it asks for", (_, name, what, source) => {
  const found = cautionsFor(CAUTION_PATHS[name]!, undefined, 0.8).find(
    ({ code }) => code === "residual-current",
  );
  expect(found).toMatchObject({
    severity: "note",
    what: expect.stringContaining("its own protection") as string,
  });
  expect([found!.why.includes(what), found!.why.includes(source)]).toEqual([true, true]);
});

test.each(Object.keys(CAUTION_PATHS))(
  "%s: every caution, worst first, in what, why with its number and what to do",
  (name) => {
    const path = CAUTION_PATHS[name]!;
    const session = chargeOver(path, { fromSoc: 0.2, toSoc: 0.8 });
    const all = cautionsFor(path, isRefusal(session) ? undefined : session, 0.8);
    // Every outlet on alternating current has this note; its texts are below.
    const told = all.filter(({ code }) => code !== "residual-current");
    expect(all.length - told.length).toBe(
      path.outlet.kind === "socket" && path.evse.kind !== "rapid" ? 1 : 0,
    );
    expect(
      told.map(({ severity, code, what, why, todo }) => [`${severity} ${code}`, what, why, todo]),
    ).toEqual(TOLD[name]);
    for (const { severity, amount, code } of all)
      if (severity === "careful") expect([code, (amount ?? NaN) >= 0]).toEqual([code, true]);
  },
);

test("beyond 80 % a rapid station is told to be slow, with the charge that is asked", () => {
  const path = CAUTION_PATHS["a rapid station"]!;
  const session = chargeOver(path, { fromSoc: 0.2, toSoc: 0.95 });
  const told = cautionsFor(path, isRefusal(session) ? undefined : session, 0.95);
  const slow = told.find(({ what }) => what.startsWith("Rapid charging to"));
  expect(slow?.what).toBe("Rapid charging to 95 %.");
  expect(slow?.why.length).toBeGreaterThan(20);
  expect(slow?.todo.length).toBeGreaterThan(10);
});
