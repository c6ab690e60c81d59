import { PRACTICE } from "../../../basis";
import type { Spec } from "../../../parts/specs";
import { CHARGER_TOLERANCE_V } from "../../../standards/current";
import { batteryOf, type Build, controllersOf, type HubMotor, motorsOf, needBest, needPart, partsOf, voltsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { defineRule } from "../../rule";
import { brakeIn, keepsRotor } from "../brakes/brakeAt";
import { lastAt } from "../perEnd";
import { endKeys, hubMotors } from "../subjects";
import { knownRimSizeAt } from "../wheel/rimAt";
import { againstTyre } from "../wheel/tyreGoes";
import { FUSE_LOAD } from "../wiring/fuse";

/** One thing that a running bike wants; `met` says what brings it. A kit's gaps are computed here, not typed. */
type Want = {
  readonly role: string;
  readonly title: string;
  readonly says: string;
  readonly met?: string | undefined;
  readonly choose?: string;
  /** Worked out only when it is missing: looking through the catalogue is the dear part. */
  readonly remedies: () => readonly Remedy[];
};

export const kitComplete = defineRule<Want>({
  id: "kit/lacks",
  title: (want) => `${want.role[0]!.toUpperCase()}${want.role.slice(1)}`,
  why: "The kit has everything except the one thing that stops the job for a week.",
  basis: [PRACTICE],
  subjects: (build) =>
    motorsOf(build).length === 0
      ? [noMotor]
      : [...principal(build), ...hubMotors(build).flatMap((motor) => wheelWants(motor, build)), ...electricWants(build)],
  key: (want) => want.role,
  place: () => "kit",
  needs: () => [],
  check: (want): Outcome =>
    want.met !== undefined
      ? { verdict: "clear", says: `${want.met}.`, figures: [{ label: "wanted", value: want.title }] }
      : {
          verdict: want.choose ? "measure" : "adapt",
          says: want.says,
          figures: [{ label: "wanted", value: want.title }],
          remedies: want.remedies(),
          ...(want.choose && { choose: want.choose }),
        },
});

const noMotor: Want = {
  role: "motor",
  title: "motor",
  says: "No motor is chosen: nothing else can be said about fit. Choose a kit or a motor in Drive.",
  choose: "motor",
  remedies: () => [],
};

function principal(build: Build): Want[] {
  return [
    {
      role: "battery",
      title: "battery",
      says: "No battery is chosen.",
      met: batteryOf(build)?.name,
      choose: "battery",
      remedies: () => [],
    },
    {
      role: "controller",
      title: "controller",
      says: "No controller is chosen, and the motor has none inside.",
      met: controllersOf(build)[0]?.name,
      choose: "controller",
      remedies: () => [],
    },
  ];
}

/** What brings a role: the first part that will do, else a remedy that was accepted without a part, such as moving the old one over. */
const metBy = (build: Build, role: string, name: string | undefined) =>
  name ?? (build.geometry.flags.has(`has ${role}`) ? "The old one, or the customer's" : undefined);

const has = (role: string) => ({ flags: [`has ${role}`] });

function wheelWants(motor: HubMotor, build: Build): Want[] {
  const { end } = motor.spec;
  const donor = build.donor;
  const keys = endKeys(motor);
  const beadSeatMm = knownRimSizeAt(end, build);
  const wants: Want[] = [];
  const sameSize = beadSeatMm === donor[keys.beadSeat]?.value;
  for (const [kind, name, will] of [
    ["tyre", "tyre", (spec: { beadSeatMm: number }) => spec.beadSeatMm === beadSeatMm],
    ["tube", "tube", (spec: { beadSeatMm: number }) => spec.beadSeatMm === beadSeatMm],
  ] as const) {
    const met = metBy(
      build,
      `${end} ${kind}`,
      lastAt(build, kind, end, (spec, at) => spec.beadSeatMm === knownRimSizeAt(at, build))?.name,
    );
    const move: Remedy = {
      id: `move-${kind}`,
      title: `Move the old ${name} over`,
      says: "look at its age and its casing first",
      parts: [],
      tasks: ["moveTyre"],
      effect: has(`${end} ${kind}`),
    };
    const buy = (): Remedy => ({
      id: `new-${kind}`,
      title: `New ${name} for a ${beadSeatMm ?? "?"} rim`,
      says:
        kind === "tube"
          ? `with a valve for the rim${build.house.tyres === "sealant" ? ", and sealant in it" : ""}`
          : build.house.tyres === "armoured"
            ? "with a puncture belt, rated for the load"
            : "rated for the load",
      parts: [
        needBest(build, kind, 1, `${name} for ${beadSeatMm} mm`, will, (spec) =>
          kind === "tube" ? 0 : againstTyre(spec as Spec<"tyre">, end, build),
        ),
        ...(kind === "tube" && build.house.tyres === "sealant"
          ? [needPart(build, "consumable", 1, "tyre sealant", (spec) => spec.use === "tyre sealant")]
          : []),
      ],
      tasks: kind === "tyre" ? ["moveTyre"] : [],
      effect: has(`${end} ${kind}`),
    });
    wants.push({
      role: `${end} ${kind}`,
      title: name,
      says: `The motor's wheel comes without a ${name}.`,
      met,
      remedies: () => (sameSize ? [move, buy()] : [buy()]),
    });
  }
  if (brakeIn(end, build) === "disc") wants.push(rotorWant(motor, build));
  return wants;
}

function rotorWant(motor: HubMotor, build: Build): Want {
  const { end } = motor.spec;
  // A brake that goes on where none was brings no old rotor, and stands on its mount as that is made.
  const keeps = keepsRotor(end, build);
  const rotor = build.donor[keeps ? endKeys(motor).rotor : endKeys(motor).mountBase]?.value;
  const sizeMm = typeof rotor === "number" ? rotor : 160;
  if (motor.spec.rotorMount === "none")
    return {
      role: `${end} rotor`,
      title: "rotor mount",
      says: `${keeps ? "The bike brakes on a disc there" : "A disc brake goes on there"} and this motor has no rotor mount: choose another motor.`,
      choose: "motor",
      remedies: () => [],
    };
  return {
    role: `${end} rotor`,
    title: "rotor",
    says: `${keeps ? "The bike brakes on a disc there" : "A disc brake goes on there"}; the motor comes without a rotor.`,
    met: metBy(build, `${end} rotor`, lastAt(build, "rotor", end)?.name),
    remedies: () => [
      ...(keeps
        ? [
            {
              id: "move-rotor",
              title: "Move the old six-bolt rotor over",
              says: "only a six-bolt one goes; measure its thickness",
              parts: [],
              tasks: ["fitHub" as const],
              effect: has(`${end} rotor`),
            },
          ]
        : []),
      {
        id: "new-rotor",
        title: "New six-bolt rotor",
        says: `the size of the ${keeps ? "old one" : "mount"}; bed it in`,
        parts: [
          needPart(
            build,
            "rotor",
            1,
            `six-bolt rotor, ${sizeMm} mm`,
            (spec) => spec.mount === "six-bolt" && Math.abs(spec.diameterMm - sizeMm) <= 3,
          ),
        ],
        tasks: [],
        effect: has(`${end} rotor`),
      },
    ],
  };
}

/** Standard blade-fuse ratings, A. */
const FUSES = [5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100, 125, 150];

function electricWants(build: Build): Want[] {
  const battery = batteryOf(build);
  const asksA = controllersOf(build).reduce((sum, c) => sum + c.batteryA, 0);
  const name = (kind: "display" | "charger" | "fuse" | "throttle") => partsOf(build, kind)[0]?.name;
  const wants: Want[] = [
    {
      role: "control",
      title: "pedal sensor or throttle",
      says: "Nothing tells the motor when to pull: a pedal sensor or a throttle is wanted.",
      met: metBy(build, "control", senseName(build)),
      remedies: () => [
        buy(build, "control", "pedal-sensor", "Cadence sensor", "disc and sensor on the left crank", ["pedalSensor"]),
      ],
    },
    {
      role: "display",
      title: "display",
      says: "No display: the rider cannot see level, speed or charge, nor the shop a fault.",
      met: metBy(build, "display", name("display")),
      remedies: () => [buy(build, "display", "display", "Display", "beside the grip", [])],
    },
  ];
  if (battery) wants.push(chargerWant(build, voltsOf(battery).full, name("charger")));
  if (battery && asksA > 0) wants.push(fuseWant(build, voltsOf(battery).full, asksA, name("fuse")));
  if (build.asked.throttle)
    wants.push({
      role: "throttle",
      title: "throttle",
      says: "The customer wants a throttle, where the law allows one.",
      met: metBy(build, "throttle", name("throttle")),
      remedies: () => [
        buy(
          build,
          "throttle",
          "throttle",
          build.house.throttleStyle === "thumb" ? "Thumb throttle" : "Twist throttle",
          "limit it as the legal class says",
          [],
          (spec) => spec.style === build.house.throttleStyle,
        ),
      ],
    });
  return wants;
}

function senseName(build: Build): string | undefined {
  const inside = motorsOf(build).find((motor) => motor.kind !== "hub-motor" && motor.spec.pedalSensor !== "none");
  return inside
    ? `Pedal sensor inside ${inside.name}`
    : (partsOf(build, "pedal-sensor")[0]?.name ?? partsOf(build, "throttle")[0]?.name);
}

function chargerWant(build: Build, fullV: number, met: string | undefined): Want {
  const port = batteryOf(build)?.spec.chargePlug ?? null;
  const volts = fullV.toFixed(1);
  const need = () =>
    needPart(
      build,
      "charger",
      1,
      `charger, ${volts} V`,
      (spec) => Math.abs(spec.outputV - fullV) <= CHARGER_TOLERANCE_V && (port === null || spec.plug === port),
    );
  return {
    role: "charger",
    title: "charger",
    says: `No charger for a pack that is full at ${volts} V.`,
    met: metBy(build, "charger", met),
    remedies: () => [
      {
        id: "charger",
        title: `${volts} V charger`,
        says: "its volts must be the pack's",
        parts: [need()],
        tasks: [],
        effect: has("charger"),
        caution: "packFire",
      },
    ],
  };
}

function fuseWant(build: Build, fullV: number, asksA: number, met: string | undefined): Want {
  const ratedA = FUSES.find((a) => a >= asksA / FUSE_LOAD) ?? asksA / FUSE_LOAD;
  const need = () =>
    needPart(
      build,
      "fuse",
      1,
      `fuse, ${ratedA} A, ${fullV.toFixed(0)} V or more`,
      (spec) => spec.ratedA === ratedA && spec.maxV >= fullV,
    );
  return {
    role: "main fuse",
    title: "main fuse",
    says: `No main fuse: ${asksA} A wants one of ${ratedA} A within 150 mm of the pack.`,
    met: metBy(build, "main fuse", met),
    remedies: () => [
      {
        id: `fuse-${ratedA}`,
        title: `${ratedA} A fuse and holder`,
        says: "rated for the full pack's volts",
        parts: [need()],
        tasks: [],
        effect: has("main fuse"),
        caution: "faultCurrent",
      },
    ],
  };
}

function buy<K extends "pedal-sensor" | "display" | "throttle">(
  build: Build,
  role: string,
  kind: K,
  title: string,
  says: string,
  tasks: Remedy["tasks"],
  will: (spec: Spec<K>) => boolean = () => true,
): Remedy {
  return {
    id: `buy-${kind}`,
    title,
    says,
    parts: [needPart(build, kind, 1, title.toLowerCase(), will)],
    tasks,
    effect: has(role),
  };
}
