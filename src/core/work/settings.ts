import { limitToSet, throttleRides } from "../fit/rules/law/limitToSet";
import { controllersOf, effectOf, motorsOf, partsOf, batteryOf, voltsOf, type Build } from "../fit/build";
import { wheelTurnOf } from "../fit/rules/law/setting";
import { formatNumber } from "../units/formatQuantity";

/** Every value that goes into the controller, with its unit and the reason; what is not known is said as that. */
export function settingsOf(build: Build): string[] {
  const limit = limitToSet(build);
  const turn = wheelTurnOf(build);
  const battery = batteryOf(build);
  const controllers = controllersOf(build);
  const own = (line: string, name: string) => {
    const alike = controllers.filter((one) => one.name === name).length;
    return controllers.length > 1 ? `${alike > 1 ? `Each ${name}` : name}: ${line}` : line;
  };
  const lines = [
    limit === null
      ? "Assist ends at: not asked yet, so the class of the place"
      : `Assist ends at ${formatNumber(limit.kmh, 1)} km/h: ${limit.why}; read back in the unit that the display shows`,
    turn === null
      ? "Wheel: rolled out on the floor, rider on; tyre or rim is not measured yet"
      : `Wheel ${formatNumber(turn, 0)} mm a turn: bead seat and tyre, 1.5 % less under load; rolled out once to check`,
    ...controllers.flatMap((c) => [
      own(
        `Battery current at most ${formatNumber(c.batteryA, 1)} A: ${effectOf(build, "controllerBatteryA", Infinity) === c.batteryA ? "turned down as accepted in Fit" : "as the controller comes"}`,
        c.name,
      ),
      own(
        `Low-voltage cut ${formatNumber(c.cutV, 1)} V${battery ? `: the pack is empty at ${formatNumber(voltsOf(battery).empty, 1)} V` : ""}${c.cutSettable ? "" : "; it cannot be set"}`,
        c.name,
      ),
      ...(c.regenMaxV === null
        ? []
        : [
            own(
              `Regeneration ends at ${formatNumber(c.regenMaxV, 1)} V${battery ? `: the pack is full at ${formatNumber(voltsOf(battery).full, 1)} V` : ""}${c.regenSettable ? "" : "; it cannot be set"}`,
              c.name,
            ),
          ]),
    ]),
    partsOf(build, "throttle").length === 0
      ? "Throttle: off, none is fitted"
      : !throttleRides(build)
        ? "Throttle up to 6 km/h, walking pace: the class allows no more"
        : "Throttle up to the assist limit: dead-man, off when let go",
    partsOf(build, "pedal-sensor").length > 0
      ? "Pedal sensor: forwards only, starts within a quarter turn, off with the pedals"
      : motorsOf(build).some((motor) => motor.kind !== "hub-motor")
        ? "Pedal sensor: the motor's own, forwards only"
        : "Pedal sensor: none is fitted",
    "Level at switching on: the lowest",
  ];
  // Two of one kind are set alike: that is said once.
  return [...new Set(lines)];
}
