import { fit, type Accepted, type Fit } from "../fit/engine";
import { isOpen } from "../fit/finding";
import { buildOf, NAMES } from "../fit/gallery.fixture";
import { workSteps } from "./steps";

/** Each bike of the gallery with the first remedy of everything that is open, three times over: what is to be done to it. */
function settled(name: string): Fit {
  const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
  const accepted: Accepted[] = [];
  for (let round = 0; round < 3; round += 1)
    for (const finding of fit(base, accepted).findings) {
      const remedy = isOpen(finding) ? finding.remedies[0] : undefined;
      if (remedy && !accepted.some((a) => a.finding === finding.key && a.remedy === remedy.id))
        accepted.push({ finding: finding.key, remedy: remedy.id });
    }
  return fit(base, accepted);
}

test.each(NAMES)("the work on: %s", (name) => {
  const { build, applied } = settled(name);
  const lines = workSteps(build, applied).map((step) => {
    const parts = step.parts.map((s) => `${s.quantity} × ${s.part.id}`).join(", ");
    const why = step.because.map((b) => `${b.finding}: ${b.title}`).join("; ");
    return [
      `${step.id} ${Math.round(step.minutes)} ± ${Math.round(step.spread)} min`,
      parts && `parts ${parts}`,
      step.tools.length > 0 && `tools ${step.tools.join(", ")}`,
      step.torques.length > 0 && `torques ${step.torques.map((torque) => torque.id).join(", ")}`,
      step.cautions.length > 0 && `care ${step.cautions.join(", ")}`,
      why && `for ${why}`,
    ]
      .filter(Boolean)
      .join(" · ");
  });
  expect(lines).toMatchSnapshot();
});
