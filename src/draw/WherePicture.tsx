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
  },
  bar: { lever: { spot: [352, 128, 44] }, shifter: { spot: [292, 104, 30] } },
  fork: { kind: { spot: [230, 110, 78] }, material: { spot: [205, 150, 26] } },
  dropout: {
    kind: { spot: [226, 132, 54] },
    material: { spot: [226, 64, 34] },
    thickness: { span: [330, 150, 372, 150] },
    width: { span: [205, 178, 247, 178] },
    depth: { span: [290, 122, 290, 196] },
    condition: { spot: [226, 122, 40] },
  },
  dropoutPlan: { front: { span: [142, 170, 318, 170] }, rear: { span: [142, 170, 318, 170] } },
  rim: { beadSeat: { span: [126, 115, 334, 115] }, tyre: { span: [334, 40, 380, 40] } },
  shell: { standard: { spot: [230, 115, 64] }, bore: { span: [178, 115, 282, 115] }, lining: { spot: [230, 52, 22] } },
  shellPlan: { width: { span: [150, 178, 310, 178] }, chainline: { span: [230, 46, 372, 46] } },
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
