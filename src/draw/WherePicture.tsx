import type { Picture } from "@/core/donor/items";

const LINE = "#5B676C";
const MARK = "#C23B22";
const BODY = "#EAE7DD";

type Mark = { span: [x1: number, y1: number, x2: number, y2: number] } | { spot: [x: number, y: number, r: number] };

/** Where the jaws go: a plain drawing of the place, and the measure or the spot in red. Not to scale; the figures make the scaled drawings. */
export function WherePicture({ picture, label }: { picture: Picture; label: string }) {
  const mark = MARKS[picture.base][picture.mark];
  return (
    <svg viewBox="0 0 460 230" className="where" role="img" aria-label={`Where to measure: ${label}`}>
      <g fill={BODY} stroke={LINE} strokeWidth="2" strokeLinejoin="round" strokeLinecap="round">
        {BASES[picture.base]}
      </g>
      {mark && <MarkShape mark={mark} />}
    </svg>
  );
}

/** Caliper jaws at both ends of a span, or a ring round a spot. */
function MarkShape({ mark }: { mark: Mark }) {
  if ("spot" in mark) {
    const [x, y, r] = mark.spot;
    return <circle cx={x} cy={y} r={r} fill="rgb(194 59 34 / 12%)" stroke={MARK} strokeWidth="3" />;
  }
  const [x1, y1, x2, y2] = mark.span;
  const length = Math.hypot(x2 - x1, y2 - y1);
  const n = { x: -(y2 - y1) / length, y: (x2 - x1) / length };
  const jaw = (x: number, y: number) => (
    <line
      x1={x + n.x * 18}
      y1={y + n.y * 18}
      x2={x - n.x * 18}
      y2={y - n.y * 18}
      stroke={MARK}
      strokeWidth="4"
      strokeLinecap="round"
    />
  );
  const u = { x: (x2 - x1) / length, y: (y2 - y1) / length };
  const head = (x: number, y: number, s: 1 | -1) =>
    `M${x} ${y}l${s * u.x * 11 + n.x * 5} ${s * u.y * 11 + n.y * 5}l${-n.x * 10} ${-n.y * 10}z`;
  return (
    <g>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={MARK} strokeWidth="2.5" />
      <path d={head(x1, y1, 1)} fill={MARK} />
      <path d={head(x2, y2, -1)} fill={MARK} />
      {jaw(x1, y1)}
      {jaw(x2, y2)}
    </g>
  );
}

const MARKS: Record<Picture["base"], Record<string, Mark>> = {
  frame: {
    kind: { spot: [230, 110, 92] },
    material: { spot: [262, 122, 26] },
    frontBrake: { spot: [344, 92, 26] },
    rearBrake: { spot: [118, 96, 26] },
    lights: { spot: [306, 48, 24] },
    wheelbase: { span: [118, 214, 344, 214] },
    joints: { spot: [308, 76, 24] },
    bearings: { spot: [118, 150, 24] },
    otherBay: { spot: [128, 76, 36] },
    rack: { span: [72, 84, 172, 84] },
  },
  bar: {
    lever: { spot: [352, 128, 44] },
    shifter: { spot: [292, 104, 30] },
    hose: { spot: [340, 176, 30] },
    bar: { spot: [230, 96, 60] },
    grip: { span: [352, 60, 414, 60] },
    centre: { span: [214, 150, 246, 150] },
    left: { span: [46, 150, 214, 150] },
    right: { span: [246, 150, 414, 150] },
    takenLeft: { spot: [140, 100, 34] },
    takenRight: { spot: [314, 104, 40] },
  },
  fork: {
    kind: { spot: [230, 110, 78] },
    material: { spot: [205, 150, 26] },
    column: { span: [218, 34, 242, 34] },
    headset: { spot: [230, 54, 24] },
  },
  legs: {
    motor: { span: [158, 150, 302, 150] },
    tyre: { span: [150, 60, 310, 60] },
    arm: { span: [318, 104, 346, 104] },
    armFrom: { span: [360, 190, 360, 104] },
  },
  brake: {
    mount: { spot: [300, 74, 34] },
    rotor: { span: [120, 120, 280, 120] },
    line: { span: [356, 150, 392, 150] },
    thick: { spot: [392, 90, 18] },
    reach: { span: [420, 40, 420, 120] },
  },
  underShell: {
    height: { span: [230, 96, 230, 210] },
    behind: { span: [150, 96, 230, 96] },
    tube: { spot: [292, 60, 34] },
  },
  triangle: {
    all: { spot: [230, 110, 96] },
    seat: { span: [186, 190, 148, 56] },
    top: { span: [148, 56, 330, 44] },
    down: { span: [186, 190, 342, 80] },
    head: { span: [330, 44, 342, 80] },
    seatAngle: { spot: [168, 122, 26] },
    headAngle: { spot: [337, 62, 26] },
    diagonalUp: { span: [186, 190, 330, 44] },
    diagonalDown: { span: [148, 56, 342, 80] },
    axleToSeat: { span: [70, 176, 148, 56] },
    seatDiameter: { span: [156, 128, 180, 122] },
    topDiameter: { span: [238, 38, 240, 62] },
    downDiameter: { span: [256, 124, 270, 146] },
    boss: { spot: [258, 138, 22] },
    bossFirst: { span: [186, 190, 246, 147] },
    guide: { spot: [276, 124, 20] },
    seatBolts: { spot: [172, 130, 22] },
    shockNear: { span: [186, 190, 236, 154] },
    shockNearUp: { span: [236, 154, 222, 132] },
    shockFar: { span: [186, 190, 296, 112] },
    shockFarUp: { span: [296, 112, 276, 84] },
  },
  rider: {
    height: { span: [120, 14, 120, 212] },
    inseam: { span: [164, 112, 164, 212] },
    standOver: { span: [292, 118, 292, 212] },
    saddle: { span: [300, 176, 268, 84] },
    reach: { span: [276, 78, 372, 78] },
  },
  dropout: {
    kind: { spot: [226, 132, 54] },
    material: { spot: [226, 64, 34] },
    thickness: { span: [330, 150, 372, 150] },
    width: { span: [205, 178, 247, 178] },
    depth: { span: [290, 122, 290, 196] },
    flank: { span: [247, 186, 284, 186] },
    condition: { spot: [226, 122, 40] },
    lips: { spot: [226, 176, 34] },
  },
  dropoutPlan: { front: { span: [142, 170, 318, 170] }, rear: { span: [142, 170, 318, 170] } },
  rim: {
    beadSeat: { span: [126, 115, 334, 115] },
    tyre: { span: [334, 40, 380, 40] },
    wear: { spot: [322, 115, 20] },
    inner: { span: [344, 74, 370, 74] },
    holes: { spot: [230, 20, 18] },
    erd: { span: [132, 115, 328, 115] },
  },
  shell: {
    standard: { spot: [230, 115, 64] },
    bore: { span: [178, 115, 282, 115] },
    lining: { spot: [230, 52, 22] },
    bolt: { spot: [230, 168, 18] },
    inside: { spot: [230, 115, 46] },
  },
  shellPlan: {
    width: { span: [150, 178, 310, 178] },
    chainline: { span: [230, 46, 372, 46] },
    driveFace: { span: [230, 196, 310, 196] },
    crank: { spot: [230, 115, 40] },
    leftGap: { span: [112, 115, 150, 115] },
    cranks: { span: [112, 208, 372, 208] },
  },
  stayPlan: { near: { span: [320, 115, 320, 174] }, far: { span: [262, 115, 262, 186] }, flex: { spot: [286, 182, 30] } },
  sideDrive: {
    near: { span: [318, 176, 262, 176] },
    far: { span: [318, 196, 214, 196] },
    chainstay: { span: [96, 66, 318, 66] },
  },
  cluster: {
    kind: { spot: [214, 115, 74] },
    interface: { spot: [312, 115, 32] },
    count: { spot: [198, 60, 44] },
    largest: { span: [122, 30, 122, 200] },
    smallest: { span: [284, 190, 352, 190] },
    chain: { spot: [250, 36, 24] },
  },
  scale: { mass: { spot: [230, 52, 36] } },
};

const wheel = (x: number, y: number, r: number) => (
  <>
    <circle cx={x} cy={y} r={r} fill="none" strokeWidth="7" stroke="#8C979B" />
    <circle cx={x} cy={y} r="5" />
  </>
);

const bike = (
  <>
    {wheel(118, 150, 56)}
    {wheel(344, 150, 56)}
    <path fill="none" strokeWidth="7" d="M118 150L214 150L190 62L118 150M214 150L312 78L196 82M306 62L344 150" />
    <path fill="none" strokeWidth="4" d="M178 54h26M306 62l-6 -18l26 -2" />
  </>
);

const BASES: Record<Picture["base"], React.ReactNode> = {
  frame: bike,
  bar: (
    <>
      <path fill="none" strokeWidth="12" d="M60 96H400" />
      <rect x="352" y="84" width="62" height="24" rx="10" />
      <rect x="46" y="84" width="62" height="24" rx="10" />
      <path d="M330 96l14 44q4 12 16 10l46 -8" fill="none" strokeWidth="7" />
      <circle cx="292" cy="104" r="16" />
      <rect x="214" y="70" width="32" height="60" rx="6" />
    </>
  ),
  fork: (
    <>
      <path d="M220 16h20v38h-20z" />
      <path d="M196 54h68l6 26l10 112h-18l-10 -98h-44l-10 98h-18l10 -112z" />
      <circle cx="189" cy="200" r="8" />
      <circle cx="271" cy="200" r="8" />
    </>
  ),
  legs: (
    <>
      <path d="M126 20h28l8 90l-6 96h-22l4 -96zM334 20h-28l-8 90l6 96h22l-4 -96z" />
      <rect x="176" y="30" width="108" height="70" rx="34" fill="#8C979B" />
      <rect x="170" y="120" width="120" height="66" rx="10" fill="#CFE3E1" />
      <line x1="120" y1="190" x2="370" y2="190" strokeDasharray="5 5" />
    </>
  ),
  brake: (
    <>
      <circle cx="200" cy="120" r="80" fill="none" strokeWidth="10" stroke="#8C979B" />
      <circle cx="200" cy="120" r="22" />
      <rect x="262" y="44" width="62" height="44" rx="8" transform="rotate(24 293 66)" />
      <path d="M352 30v176h-12v-176zM392 60v120" fill="none" strokeWidth="5" />
      <path d="M404 40h34M404 120h34" fill="none" />
    </>
  ),
  underShell: (
    <>
      <line x1="40" y1="212" x2="430" y2="212" strokeWidth="3" />
      <path d="M230 96L340 20" fill="none" strokeWidth="22" stroke="#D9D5C8" />
      <path d="M230 96L190 16" fill="none" strokeWidth="16" stroke="#D9D5C8" />
      <path d="M230 96L60 120" fill="none" strokeWidth="12" stroke="#D9D5C8" />
      <path d="M150 70v52" fill="none" strokeWidth="8" stroke="#8C979B" />
      <circle cx="230" cy="96" r="24" />
      <circle cx="286" cy="120" r="34" fill="none" strokeDasharray="5 4" />
    </>
  ),
  triangle: (
    <>
      <path d="M186 190L148 56L330 44L342 80Z" fill="#FBFAF6" strokeWidth="9" stroke="#8C979B" />
      <path d="M148 56L142 30M330 44L324 24M342 80L350 106" fill="none" strokeWidth="9" stroke="#8C979B" />
      <circle cx="186" cy="190" r="12" />
      <path d="M186 190L70 176" fill="none" strokeWidth="6" />
      <circle cx="70" cy="176" r="6" />
      <circle cx="246" cy="147" r="4" fill={LINE} />
      <circle cx="268" cy="131" r="4" fill={LINE} />
    </>
  ),
  rider: (
    <>
      <circle cx="146" cy="30" r="14" />
      <path d="M146 44v66M146 110l-12 102M146 110l14 102M146 60l-20 40M146 60l20 40" fill="none" strokeWidth="6" />
      <g transform="translate(196 58) scale(0.62)">{bike}</g>
      <line x1="90" y1="213" x2="430" y2="213" strokeWidth="3" />
    </>
  ),
  dropout: (
    <>
      <path d="M178 20h96l-14 44q24 18 24 60v72h-37v-70a21 21 0 0 0 -42 0v70h-37v-72q0 -42 24 -60z" />
      <circle cx="226" cy="124" r="4" fill={LINE} />
      <path d="M330 60h42v136h-42z" />
      <text x="351" y="218" textAnchor="middle" fontSize="13" stroke="none" fill={LINE}>
        edge on
      </text>
    </>
  ),
  dropoutPlan: (
    <>
      <path d="M96 30q20 60 30 150h16q-8 -96 -22 -152zM364 30q-20 60 -30 150h-16q8 -96 22 -152z" />
      <line x1="142" y1="170" x2="318" y2="170" strokeDasharray="5 5" />
      <line x1="230" y1="20" x2="230" y2="216" strokeDasharray="14 4 3 4" />
    </>
  ),
  rim: (
    <>
      <circle cx="230" cy="115" r="104" fill="none" strokeWidth="3" />
      <circle cx="230" cy="115" r="92" fill="none" strokeWidth="6" stroke="#8C979B" />
      <circle cx="230" cy="115" r="8" />
      <path d="M340 66q0 -34 17 -34q17 0 17 34z" />
      <text x="357" y="86" textAnchor="middle" fontSize="12" stroke="none" fill={LINE}>
        section
      </text>
    </>
  ),
  shell: (
    <>
      <circle cx="230" cy="115" r="66" />
      <circle cx="230" cy="115" r="52" fill="#fff" />
      <path d="M176 76L96 20h44l66 36M284 76l80 -56h-44l-66 36M206 178l-14 44h76l-14 -44" />
    </>
  ),
  shellPlan: (
    <>
      <rect x="150" y="82" width="160" height="66" />
      <line x1="230" y1="16" x2="230" y2="216" strokeDasharray="14 4 3 4" />
      <rect x="366" y="30" width="12" height="172" rx="3" fill="#8C979B" />
      <path d="M310 108h56M310 122h56" fill="none" />
    </>
  ),
  stayPlan: (
    <>
      <line x1="40" y1="115" x2="430" y2="115" strokeDasharray="14 4 3 4" />
      <rect x="352" y="78" width="34" height="74" />
      <path d="M350 140L320 174L262 186L80 204V188L256 168L310 156L350 124z" />
      <path d="M350 90L320 56L262 44L80 26V42L256 62L310 74L350 106z" />
    </>
  ),
  sideDrive: (
    <>
      <circle cx="96" cy="110" r="30" />
      <circle cx="96" cy="110" r="6" fill="#fff" />
      <circle cx="318" cy="120" r="78" fill="none" strokeDasharray="5 4" />
      <circle cx="318" cy="120" r="16" />
      <path d="M112 106L306 112V128L112 122z" />
      <line x1="318" y1="120" x2="318" y2="214" strokeDasharray="4 4" />
      <line x1="96" y1="110" x2="96" y2="56" strokeDasharray="4 4" />
      <line x1="318" y1="120" x2="318" y2="56" strokeDasharray="4 4" />
    </>
  ),
  cluster: (
    <>
      {[0, 1, 2, 3, 4, 5, 6].map((i) => (
        <rect key={i} x={130 + i * 24} y={32 + i * 11} width="9" height={166 - i * 22} rx="2" fill="#8C979B" />
      ))}
      <rect x="290" y="96" width="40" height="38" />
      <rect x="346" y="30" width="16" height="176" />
      <line x1="60" y1="115" x2="420" y2="115" strokeDasharray="14 4 3 4" />
    </>
  ),
  scale: (
    <>
      <circle cx="230" cy="52" r="34" />
      <path d="M230 52l14 -18M230 86v26" fill="none" strokeWidth="3" />
      <g transform="translate(115 84) scale(0.5)">{bike}</g>
    </>
  ),
};
