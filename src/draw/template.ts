import type { AxleDrawn, BayDrawn } from "@/core/job/places";
import { formatNumber } from "@/core/units/formatQuantity";

/** Margin round a template and the length of its check bar, mm. */
const MARGIN = 12;
export const CHECK_BAR_MM = 100;

const escape = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** A page of a drawing in true millimetres, with a bar to hold a rule against: one unit is one millimetre on paper. */
function page(title: string, widthMm: number, heightMm: number, body: string): string {
  const [w, h] = [Math.max(widthMm, CHECK_BAR_MM) + 2 * MARGIN, heightMm + 2 * MARGIN + 22];
  const bar = `<path id="check-bar" d="M${MARGIN} ${h - 10}h${CHECK_BAR_MM}m0 -3v6m-${CHECK_BAR_MM} -6v6" fill="none" stroke="#1D2A30" stroke-width="0.35"/><text x="${MARGIN}" y="${h - 4}" font-size="3.6">${CHECK_BAR_MM} mm: hold a rule to it; print at 100 %, never fitted to the page</text>`;
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}" font-family="Atkinson Hyperlegible Next, sans-serif" fill="#1D2A30"><title>${escape(title)}</title><rect width="${w}" height="${h}" fill="#fff"/><text x="${MARGIN}" y="8" font-size="4.4" font-weight="700">${escape(title)}</text><g transform="translate(${MARGIN} ${MARGIN + 4})">${body}</g>${bar}</svg>
`;
}

const label = (x: number, y: number, text: string) =>
  `<text x="${x}" y="${y}" font-size="3.4" text-anchor="middle">${escape(text)}</text>`;
const cross = (x: number, y: number) => `<path d="M${x - 4} ${y}h8M${x} ${y - 4}v8" stroke="#1D2A30" stroke-width="0.25"/>`;

/** The cradle's foot as it lies on the down tube: outline, slots, and where the frame's bosses meet them. */
export function cradleTemplate(bay: BayDrawn, title: string): string {
  const { pack } = bay;
  const width = 40;
  const mid = width / 2;
  const slots = bay.slotsMm
    .map(
      ([from, to]) =>
        `<rect x="${from}" y="${mid - 2.7}" width="${to - from}" height="5.4" rx="2.7" fill="none" stroke="#1D2A30" stroke-width="0.3"/>${label((from + to) / 2, mid + 8, `${formatNumber(from, 0)} to ${formatNumber(to, 0)}`)}`,
    )
    .join("");
  const bosses = bay.bossesMm
    .map((boss) => boss - bay.atMm)
    .filter((x) => x >= -10 && x <= pack.lengthMm + 10)
    .map(
      (x) =>
        `<circle class="boss" cx="${x}" cy="${mid}" r="2.5" fill="none" stroke="#3F7A4E" stroke-width="0.5"/>${cross(x, mid)}${label(x, mid - 6, `boss ${formatNumber(x, 1)}`)}`,
    )
    .join("");
  const outline = `<rect id="outline" x="0" y="0" width="${pack.lengthMm}" height="${width}" rx="4" fill="none" stroke="#1D2A30" stroke-width="0.4"/>`;
  const from = `<text x="0" y="${width + 6}" font-size="3.4">lower end: ${formatNumber(bay.railFromMm + bay.atMm, 0)} mm up the down tube from the crank axle</text>`;
  return page(title, pack.lengthMm, width + 8, outline + slots + bosses + from);
}

/** A controller's plate on the bosses: outline and two holes as far apart as the bosses. */
export function plateTemplate(
  p: { lengthMm: number; widthMm: number; bossesMm: readonly number[]; name: string },
  title: string,
): string {
  const apart = p.bossesMm.length > 1 ? p.bossesMm[1]! - p.bossesMm[0]! : 0;
  const [length, width] = [Math.max(p.lengthMm, apart + 20), p.widthMm];
  const holes = [-apart / 2, apart / 2]
    .map(
      (dx) =>
        `<circle class="boss" cx="${length / 2 + dx}" cy="${width / 2}" r="2.7" fill="none" stroke="#3F7A4E" stroke-width="0.5"/>${cross(length / 2 + dx, width / 2)}`,
    )
    .join("");
  return page(
    title,
    length,
    width + 8,
    `<rect id="outline" x="0" y="0" width="${length}" height="${width}" rx="3" fill="none" stroke="#1D2A30" stroke-width="0.4"/>${holes}${label(length / 2, width + 6, `${p.name}: holes ${formatNumber(apart, 1)} apart, 5.4 for M5`)}`,
  );
}

/** A torque arm's reach: the axle's hole with its flats, the arc of the clamp, and where the tube begins. */
export function armTemplate(axle: AxleDrawn, title: string): string {
  const arm = axle.arm ?? { armMm: 100, fromMm: 100 };
  const [cx, cy] = [24, 40];
  const [r, f] = [axle.diameterMm / 2, axle.flatsMm / 2];
  const h = Math.sqrt(Math.max(0, r * r - f * f));
  const hole = `<path id="flats" d="M${cx - h} ${cy - f}H${cx + h}A${r} ${r} 0 0 1 ${cx + h} ${cy + f}H${cx - h}A${r} ${r} 0 0 1 ${cx - h} ${cy - f}Z" fill="none" stroke="#1D2A30" stroke-width="0.4"/>`;
  const plate = `<path d="M${cx} ${cy - 14}a14 14 0 1 0 0 28L${cx + arm.armMm} ${cy + 9}a9 9 0 0 0 0 -18Z" fill="none" stroke="#1D2A30" stroke-width="0.4"/>`;
  const reach = `<path id="reach" d="M${cx} ${cy}h${arm.armMm}" stroke="#7C8B92" stroke-width="0.25" stroke-dasharray="3 1.5"/><circle cx="${cx + arm.armMm}" cy="${cy}" r="1" />${label(cx + arm.armMm, cy - 12, `clamp ${formatNumber(arm.armMm, 0)}`)}`;
  const from = `<path d="M${cx + arm.fromMm} ${cy - 22}v44" stroke="#3F7A4E" stroke-width="0.4"/>${label(cx + arm.fromMm, cy + 27, `tube from ${formatNumber(arm.fromMm, 0)}`)}`;
  return page(title, cx + Math.max(arm.armMm, arm.fromMm) + 16, 74, plate + hole + reach + from);
}
