import { handbook, PRACTICE } from "../../basis";
import { chainEnvelopeRadiusMm } from "../../chain/chainLength";
import { combined } from "../../donor/reading";
import { DRIVE_SPACER_MM, stayOutMm } from "../../shell/caseClearance";
import { COG_PITCH_MM } from "../../standards/clusters";
import { formatNumber } from "../../units/formatQuantity";
import { GRAVITY_MS2 } from "../../units/gravity";
import { effectOf, lastOf, motorsOf, partsOf, type Build, type MidMotor, type Motor } from "../build";
import type { Remedy } from "../finding";
import { judge } from "../judge";
import { anyOf, bought, isDone } from "../remedies";
import { acknowledge, defineRule, stated, type Survey } from "../rule";
import { ringOffsetMm, ringTeeth } from "./chainAngle";
import { hasDerailleur, rearCogs } from "./rearCogs";
import { driveFace, leastStayClearanceMm, STAY_KEYS } from "./stay";
import { midMotors } from "./subjects";
import { thinnestRing } from "./washers";

const mid = { subjects: midMotors, key: (motor: MidMotor) => motor.id };

/** Rings that go on this motor and do not collide with its case. */
function ringsFor(motor: MidMotor, build: Build) {
  return build.catalogue
    .distinct("chainring")
    .filter(
      ({ spec }) =>
        spec.mount === motor.spec.ringMount &&
        (spec.offsetMm >= 0 || spec.teeth >= (motor.spec.ringMinTeeth ?? 0)) &&
        (!spec.narrowWide || spec.teeth % 2 === 0),
    );
}

const useRing = (ring: { id: string; name: string; spec: { offsetMm: number; teeth: number } }, says: string): Remedy => ({
  id: `ring-${ring.id}`,
  title: ring.name,
  says,
  parts: [{ kind: "chainring", partId: ring.id, quantity: 1, says: ring.name }],
  tasks: [],
  effect: { numbers: { ringOffsetMm: ring.spec.offsetMm, ringTeeth: ring.spec.teeth } },
});

/** The stay's outside at the ring's radius: between the survey's points, or as far out as the last when the ring is smaller. */
function stayAtRing(survey: Survey, radiusMm: number) {
  const near = { radiusMm: survey.number("stayNearRadiusMm").value, outMm: survey.number("stayNearOutMm").value };
  const far = { radiusMm: survey.number("stayFarRadiusMm").value, outMm: survey.number("stayFarOutMm").value };
  return stayOutMm({ near, far, radiusMm });
}

export const ringToStay = defineRule<MidMotor>({
  ...mid,
  id: "chain/ring-stay",
  title: "Ring to stay",
  why: "A ring or its chain that meets the right stay saws through it.",
  basis: [PRACTICE],
  place: () => "ring",
  needs: () => ["shellWidthMm", ...STAY_KEYS],
  check(motor, survey, build) {
    const teeth = ringTeeth(motor, build);
    const radiusMm = chainEnvelopeRadiusMm(teeth);
    const stayMm = stayAtRing(survey, radiusMm);
    if (stayMm === undefined)
      return {
        verdict: "measure",
        says: `The chain on ${teeth} teeth runs ${formatNumber(radiusMm, 0)} mm from the axle, outside the two points measured on the stay.`,
        figures: [{ label: "chain's outer radius", value: radiusMm, unit: "mm" }],
        settle: ["stayFarRadiusMm", "stayFarOutMm"],
      };
    const face = driveFace(survey, build);
    const spacerMm = effectOf(build, "driveSpacerMm", 0);
    const lineMm = face.value + spacerMm + motor.spec.ringPlaneMm + ringOffsetMm(build);
    const chainMm = chainWidthMm(build);
    const leastMm = leastStayClearanceMm(survey);
    const freeMm = lineMm - chainMm / 2 - stayMm;
    const plusMinus = combined(face.plusMinus, survey.number("stayFarOutMm").plusMinus);
    const wantMm = leastMm - freeMm + plusMinus;
    return judge({
      room: freeMm - leastMm,
      unit: "mm",
      plusMinus,
      figures: [
        { label: "ring from the middle", value: lineMm, unit: "mm" },
        { label: "half the chain", value: chainMm / 2, unit: "mm" },
        { label: `stay at ${formatNumber(radiusMm, 0)} mm`, value: stayMm, unit: "mm" },
        { label: "free", value: freeMm, unit: "mm" },
        { label: "least", value: leastMm, unit: "mm" },
      ],
      settle: ["stayFarOutMm", "stayNearOutMm", "shellWidthMm"],
      clear: `${formatNumber(freeMm, 1)} mm between chain and stay, ${leastMm} wanted.`,
      short: () => {
        const ring = thinnestRing(build, "shell spacer", motor.spec.tubeDiameterMm, spacerMm + wantMm, DRIVE_SPACER_MM);
        const others = ringsFor(motor, build)
          .filter(({ spec }) => {
            const at = stayAtRing(survey, chainEnvelopeRadiusMm(spec.teeth));
            const line = face.value + spacerMm + motor.spec.ringPlaneMm + spec.offsetMm;
            return at !== undefined && line - chainMm / 2 - at - leastMm >= plusMinus;
          })
          .slice(0, 2)
          .map((part) =>
            useRing(part, `${part.spec.teeth} teeth, ${formatNumber(part.spec.offsetMm, 1)} mm offset: clear of the stay`),
          );
        const spacer: Remedy[] = ring
          ? [
              {
                id: `drive-spacer-${ring.spec.thicknessMm}`,
                title: `Spacer of ${ring.spec.thicknessMm} mm on the drive side`,
                says: "ring, case and right pedal move out as much",
                parts: [{ kind: "washer", partId: ring.id, quantity: 1, says: ring.name }],
                tasks: [],
                effect: { numbers: { driveSpacerMm: ring.spec.thicknessMm } },
              },
            ]
          : [];
        const remedies = [...spacer, ...others];
        const says = `${formatNumber(freeMm, 1)} mm between chain and stay, ${leastMm} wanted.`;
        return remedies.length > 0
          ? { verdict: "adapt", says, remedies }
          : {
              verdict: "stop",
              says,
              lifts: `a ring ${formatNumber(wantMm, 1)} mm further out or with fewer teeth that clears the case; a stay is never filed`,
            };
      },
    });
  },
});

/** Outer width of the chain that will run: a new one's, else by the cogs, mm. */
function chainWidthMm(build: Build): number {
  const speeds = lastOf(build, "chain")?.spec.speeds ?? Number(build.donor.cogCount?.value ?? 8);
  return COG_PITCH_MM[speeds]?.chainOuterMm ?? 7.3;
}

export const ringOnMotor = defineRule<MidMotor>({
  ...mid,
  id: "chain/ring-on-motor",
  title: "Ring on the motor",
  why: "A ring has its bolt circle, and a dished one must be large enough to turn round the gear case.",
  basis: [PRACTICE],
  place: () => "ring",
  needs: () => [],
  check(motor, _survey, build) {
    const ring = lastOf(build, "chainring");
    const teeth = ringTeeth(motor, build);
    const offset = ringOffsetMm(build);
    const figures = [
      { label: "ring", value: teeth, unit: "T" },
      { label: "offset", value: offset, unit: "mm" },
      { label: "motor's mount", value: motor.spec.ringMount },
    ];
    if (ring && ring.spec.mount !== motor.spec.ringMount)
      return {
        verdict: "adapt",
        says: `${ring.name} is for ${ring.spec.mount}, the motor takes ${motor.spec.ringMount}.`,
        figures,
        remedies: ringsFor(motor, build)
          .slice(0, 3)
          .map((part) => useRing(part, "the motor's own bolt circle")),
      };
    if (offset >= 0) return { verdict: "clear", says: `${teeth} teeth, not dished: it clears the case by itself.`, figures };
    const least = stated(motor, motor.spec.ringMinTeeth, "how few teeth a dished ring may have");
    return judge({
      room: teeth - least,
      unit: "T",
      figures: [...figures, { label: "fewest teeth over the case", value: least, unit: "T" }],
      clear: `${teeth} teeth turn round the gear case; ${least} are the fewest.`,
      short: () => {
        const others = ringsFor(motor, build).filter((part) => part.spec.teeth >= least);
        const says = `A dished ring of ${teeth} teeth meets the gear case; ${least} are the fewest.`;
        return others.length > 0
          ? {
              verdict: "adapt",
              says,
              remedies: others.slice(0, 3).map((part) => useRing(part, `${part.spec.teeth} teeth clear the case`)),
            }
          : { verdict: "stop", says, lifts: `a ring of ${least} teeth or more, or one that is not dished` };
      },
    });
  },
});

/** Torque from which a ring wants narrow-wide teeth or a guide, N·m (common practice). */
const GUIDE_NM = 100;

export const chainKept = defineRule<MidMotor>({
  id: "chain/kept-on",
  title: "What keeps the chain on",
  why: "Without a front derailleur nothing holds the chain on a single ring but its teeth or a guide.",
  basis: [PRACTICE],
  key: (motor) => motor.id,
  subjects: (build) => midMotors(build).filter(() => hasDerailleur(build)),
  place: () => "ring",
  needs: () => [],
  check(motor, _survey, build) {
    const ring = lastOf(build, "chainring");
    const guide = lastOf(build, "chain-guide");
    const narrowWide = ring?.spec.narrowWide ?? false;
    const figures = [
      { label: "torque at the crank", value: motor.spec.peakTorqueNm, unit: "N·m" },
      { label: "ring", value: narrowWide ? "narrow-wide" : "plain teeth" },
      { label: "guide", value: guide?.name ?? "none" },
    ];
    if (narrowWide && ring && ring.spec.teeth % 2 === 1)
      return {
        verdict: "stop",
        says: `A narrow-wide ring of ${ring.spec.teeth} teeth cannot be: the pattern needs an even count.`,
        figures,
        lifts: "an even count",
      };
    const school = build.house.ringSchool;
    const wants = school === "both" ? (narrowWide ? 1 : 0) + (guide ? 1 : 0) < 2 : !narrowWide && !guide;
    if (!wants || (motor.spec.peakTorqueNm < GUIDE_NM && school !== "both"))
      return {
        verdict: "clear",
        says: narrowWide
          ? "Narrow-wide teeth hold it."
          : guide
            ? `${guide.name} holds it.`
            : `Under ${GUIDE_NM} N·m the derailleur's pull does.`,
        figures,
      };
    const rings = narrowWide
      ? []
      : ringsFor(motor, build)
          .filter(({ spec }) => spec.narrowWide)
          .slice(0, 2)
          .map((part) => useRing(part, "narrow-wide, even teeth"));
    const guides = guide
      ? []
      : anyOf(build, "chain-guide", {
          title: "Chain guide",
          says: "over the ring, on the seat tube or the motor",
          will: (spec) => spec.teeth[0] <= ringTeeth(motor, build) && spec.teeth[1] >= ringTeeth(motor, build),
          most: 1,
          tasks: ["chainGuide"],
        });
    return {
      verdict: "adapt",
      says: `${motor.spec.peakTorqueNm} N·m on a ring with ${narrowWide ? "narrow-wide teeth and no guide" : "plain teeth and no guide"}.`,
      figures,
      remedies: school === "guard" ? [...guides, ...rings] : [...rings, ...guides],
    };
  },
});

/** Elongation at which a chain goes, percent, and at which the cluster goes with it, by cog count (common practice). */
const wearLimits = (cogs: number) =>
  cogs >= 11 ? { chain: 0.5, cluster: 0.75 } : cogs > 1 ? { chain: 0.75, cluster: 1.0 } : { chain: 1.0, cluster: 1.5 };
const NEW_24_MM = 24 * 12.7;

export const chainWear = defineRule<Motor>({
  id: "chain/wear",
  title: "Chain, cogs and ring together",
  why: "A new chain on worn cogs skips under a motor's pull; a worn chain eats a new ring.",
  basis: [PRACTICE, handbook("ISO 9633 pitch")],
  subjects: (build) => (build.donor.gears?.value === "belt" ? [] : motorsOf(build).slice(0, 1)),
  key: () => "bike",
  place: () => "cluster",
  needs: () => ["chain24Mm", "cogTeeth", "gears"],
  check(_motor, survey, build) {
    const chain = survey.number("chain24Mm");
    const teeth = survey.choice("cogTeeth");
    const cogs = survey.choice("gears") === "derailleur" ? survey.number("cogCount").value : 1;
    const limits = wearLimits(cogs);
    const wornPercent = ((chain.value - NEW_24_MM) / NEW_24_MM) * 100;
    const newChain = partsOf(build, "chain").length > 0;
    const newCogs = partsOf(build, "cluster").length > 0;
    const figures = [
      { label: "24 pitches", value: chain.value, unit: "mm", plusMinus: chain.plusMinus },
      { label: "worn", value: wornPercent, unit: "%" },
      { label: "chain goes at", value: limits.chain, unit: "%" },
      { label: "cogs go with it over", value: limits.cluster, unit: "%" },
      { label: "teeth", value: teeth },
    ];
    const chainDue = wornPercent >= limits.chain - 1e-9;
    const cogsDue = teeth === "hooked" || wornPercent > limits.cluster || (build.house.chainWith === "cluster" && chainDue);
    // A border that something in the build has already decided is none any more.
    const cogsUndecided = !newCogs && teeth !== "hooked" && !(build.house.chainWith === "cluster" && chainDue);
    const borders = [...(newChain ? [] : [limits.chain]), ...(cogsUndecided ? [limits.cluster] : [])].map(
      (at) => at - wornPercent,
    );
    const margin =
      borders.length === 0
        ? undefined
        : {
            value: borders.reduce((x, y) => (Math.abs(y) < Math.abs(x) ? y : x)),
            unit: "%",
            plusMinus: (chain.plusMinus / NEW_24_MM) * 100,
          };
    const common = { figures, ...(margin && { margin }), settle: ["chain24Mm"] as const };
    const chainSettled = !chainDue || newChain;
    const cogsSettled = !cogsDue || newCogs || isDone(build, "cogs tried");
    if (chainSettled && cogsSettled)
      return {
        verdict: "clear",
        says: `${formatNumber(wornPercent, 2)} % worn${chainDue ? ", renewed with this build" : ""}${newCogs ? ", cogs too" : ""}.`,
        ...common,
      };
    const family = build.catalogue
      .distinct("chain")
      .find(({ spec }) => spec.speeds === cogs || (cogs > 1 && cogs <= 8 && spec.speeds > 1 && spec.speeds <= 8));
    const chainPart = { kind: "chain" as const, partId: family?.id ?? null, quantity: 1, says: `chain for ${cogs} cogs` };
    const cluster = build.catalogue
      .distinct("cluster")
      .find(({ spec }) => spec.interface === build.donor.clusterInterface?.value && spec.teeth.length === cogs);
    const clusterPart = {
      kind: "cluster" as const,
      partId: cluster?.id ?? null,
      quantity: 1,
      says: `${cogs} cogs for the bike's hub`,
    };
    const remedies: Remedy[] = [];
    if (!chainSettled && !cogsDue)
      remedies.push(bought("new-chain", "New chain", "the cogs are still good", [chainPart], ["derailleur"]));
    if (!cogsSettled && cogs > 1)
      remedies.push(
        bought(
          newChain ? "new-cogs" : "chain-and-cogs",
          newChain ? "New cogs" : "New chain and cogs",
          "together, so that nothing skips",
          newChain ? [clusterPart] : [chainPart, clusterPart],
          ["cluster", "derailleur"],
        ),
      );
    if (!cogsSettled && cogs === 1)
      remedies.push(
        bought("new-cog", "New chain and cog", "together", newChain ? [] : [chainPart], ["derailleur"], "cogs tried"),
      );
    if (!cogsSettled && teeth !== "hooked")
      remedies.push(
        bought(
          "try-cogs",
          newChain ? "Keep the cogs, try them under load" : "New chain, keep the cogs on trial",
          "if it skips on the road test, new cogs",
          newChain ? [] : [chainPart],
          ["derailleur"],
          "cogs tried",
        ),
      );
    return {
      verdict: "adapt",
      says: `The chain is ${formatNumber(wornPercent, 2)} % worn${teeth === "square" ? "" : `, the teeth are ${teeth === "hooked" ? "hooked" : "slightly hooked"}`}.`,
      remedies,
      ...common,
    };
  },
});

export const chainPitch = defineRule<Motor>({
  id: "chain/pitch",
  title: "Chain for these cogs",
  why: "A chain is as wide as its cog count allows: a wide one rubs the next cog, a narrow one rides up on thick teeth.",
  basis: [PRACTICE],
  subjects: (build) => (partsOf(build, "chain").length > 0 ? motorsOf(build).slice(0, 1) : []),
  key: () => "bike",
  place: () => "chain",
  needs: () => ["gears"],
  check(_motor, survey, build) {
    const cogs = rearCogs(survey, build).count;
    const chains = partsOf(build, "chain");
    const goes = (speeds: number) => speeds === cogs || (cogs > 1 && cogs <= 8 && speeds > 1 && speeds <= 8);
    const figures = [
      { label: "cogs", value: cogs },
      { label: "chain for", value: chains.map((part) => part.spec.speeds).join(" and ") },
    ];
    if (chains.some((part) => goes(part.spec.speeds)))
      return {
        verdict: "clear",
        says: `${chains.find((part) => goes(part.spec.speeds))!.name} on ${cogs} cog${cogs === 1 ? "" : "s"}.`,
        figures,
      };
    return {
      verdict: "adapt",
      says: `${chains[0]!.name} is not for ${cogs} cog${cogs === 1 ? "" : "s"}.`,
      figures,
      remedies: anyOf(build, "chain", {
        title: "Chain for these cogs",
        says: `chain for ${cogs} cogs`,
        will: (spec) => goes(spec.speeds),
        tasks: ["derailleur"],
      }),
    };
  },
});

export const wrapCapacity = defineRule<Motor>({
  id: "chain/wrap",
  title: "Slack that the derailleur takes up",
  why: "With more teeth of difference than its cage takes up, the chain hangs on the small cogs or tears it on the large.",
  basis: [PRACTICE],
  subjects: (build) => (hasDerailleur(build) ? motorsOf(build).slice(0, 1) : []),
  key: () => "bike",
  place: () => "cluster",
  needs: () => ["wrapTeeth"],
  check(motor, survey, build) {
    const capacity = survey.number("wrapTeeth");
    const cluster = lastOf(build, "cluster");
    const [least, most] = cluster
      ? [Math.min(...cluster.spec.teeth), Math.max(...cluster.spec.teeth)]
      : [survey.number("smallestCogTeeth").value, survey.number("largestCogTeeth").value];
    const rings =
      motor.kind === "hub-motor" && survey.number("ringCount").value > 1
        ? survey.number("ringLargeTeeth").value - survey.number("ringSmallTeeth").value
        : 0;
    const wants = most - least + rings;
    return judge({
      room: capacity.value - wants,
      unit: "T",
      plusMinus: 0,
      figures: [
        { label: "cogs", value: `${least} to ${most}` },
        { label: "rings' difference", value: rings, unit: "T" },
        { label: "wanted", value: wants, unit: "T" },
        { label: "derailleur takes", value: capacity.value, unit: "T" },
      ],
      settle: ["wrapTeeth"],
      clear: `${wants} teeth of the ${capacity.value} that the derailleur takes up.`,
      short: () => ({
        verdict: "adapt",
        says: `${wants} teeth of slack and the derailleur takes up ${capacity.value}.`,
        remedies: [
          ...build.catalogue
            .distinct("cluster")
            .filter(
              ({ spec }) =>
                Math.max(...spec.teeth) - Math.min(...spec.teeth) + rings <= capacity.value &&
                spec.interface === (cluster?.spec.interface ?? build.donor.clusterInterface?.value),
            )
            .slice(0, 2)
            .map((part) => ({
              ...bought(
                `cluster-${part.id}`,
                part.name,
                "less difference",
                [{ kind: "cluster" as const, partId: part.id, quantity: 1, says: part.name }],
                ["cluster", "derailleur"],
              ),
              effect: { numbers: { clusterSpeeds: part.spec.teeth.length } },
            })),
          acknowledge("chain/wrap bike", "small ring with small cogs is not to be used; the rider is told"),
        ],
      }),
    });
  },
});

/** Torque over which a motor should let go while the chain climbs, N·m (common practice). */
const GEAR_SENSOR_NM = 80;

export const gearSensor = defineRule<MidMotor>({
  id: "chain/gear-sensor",
  title: "Motor lets go while it shifts",
  why: "A chain that climbs a cog under a motor's full pull breaks, or breaks the cog.",
  basis: [PRACTICE],
  subjects: (build) =>
    midMotors(build).filter(() => build.donor.gears?.value === "derailleur" || build.donor.gears?.value === "hub gear"),
  key: (motor) => motor.id,
  place: () => "cluster",
  needs: () => ["shiftCable", "gears"],
  check(motor, survey, build) {
    const cable = survey.choice("shiftCable");
    const sensor = lastOf(build, "gear-sensor");
    const figures = [
      { label: "shifts by", value: cable },
      { label: "gear sensor", value: sensor?.name ?? "none" },
      { label: "torque at the crank", value: motor.spec.peakTorqueNm, unit: "N·m" },
    ];
    if (cable === "none") return { verdict: "clear", says: "Nothing is shifted.", figures };
    if (cable === "electronic")
      return {
        verdict: "adapt",
        says: "Electronic shifting has no cable for a sensor: the rider must ease off, or the motor's shift input is wired.",
        figures,
        remedies: [acknowledge(`chain/gear-sensor ${motor.id}`, "the rider is told in writing to ease off while it shifts")],
      };
    const goes = sensor && (cable !== "two-way" || sensor.spec.twoWay);
    if (goes)
      return {
        verdict: "clear",
        says: `${sensor.name} in the ${cable === "two-way" ? "loop of cables" : "shift cable"}.`,
        figures,
      };
    if (!sensor && motor.spec.peakTorqueNm < GEAR_SENSOR_NM)
      return { verdict: "clear", says: `Under ${GEAR_SENSOR_NM} N·m it can do without; a sensor is advised.`, figures };
    return {
      verdict: "adapt",
      says: sensor
        ? `${sensor.name} reads one cable, and this hub gear has a loop of two.`
        : `${motor.spec.peakTorqueNm} N·m and nothing tells the motor that it shifts.`,
      figures,
      remedies: [
        ...anyOf(build, "gear-sensor", {
          title: "Gear sensor",
          says: "in the rear shift cable, on a straight run",
          will: (spec) => cable !== "two-way" || spec.twoWay,
          most: 1,
        }),
        acknowledge(`chain/gear-sensor ${motor.id}`, "the rider is told in writing to ease off while it shifts"),
      ],
    };
  },
});

/** Crank length that a standing rider's torque is reckoned with, m (common practice). */
const CRANK_M = 0.17;

/** Torque into a hub gear with the rider standing and the motor pulling: (T_motor + m·g·crank)·cog ÷ ring, N·m.
 *  @example hubGearTorqueNm({ motorNm: 80, riderKg: 80, cogTeeth: 20, ringTeeth: 42 }) // => 101.6 */
export const hubGearTorqueNm = (p: { motorNm: number; riderKg: number; cogTeeth: number; ringTeeth: number }) =>
  ((p.motorNm + p.riderKg * GRAVITY_MS2 * CRANK_M) * p.cogTeeth) / p.ringTeeth;
