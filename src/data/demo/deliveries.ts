/** What the demo's shop bought for its shelf before today: some came in time, one late, one short, one with a damaged pack. */
export type DemoDelivery = {
  /** What is to be kept on the shelf at least, from then on. */
  readonly keep: Readonly<Record<string, number>>;
  readonly daysAgo: number;
  /** What came when; the part's whole and broken pieces. null: all of it. */
  readonly came: readonly { readonly daysAgo: number; readonly of: Readonly<Record<string, { readonly good: number; readonly broken: number; readonly serials?: readonly string[]; readonly lot?: string }>> | null; /** How what came broken went back, the day after. */ readonly sentBack?: string }[];
  readonly calledOff?: string;
};

/** So long ago that what is late is late on any day of the week: nothing comes at weekends. */
export const DEMO_DELIVERIES: readonly DemoDelivery[] = [
  { keep: { "chain-7": 2 }, daysAgo: 43, came: [{ daysAgo: 40, of: null }] },
  { keep: { "chain-12": 1, "spoke-128": 40 }, daysAgo: 36, came: [{ daysAgo: 31, of: null }] },
  { keep: { "shell-ring-25": 2 }, daysAgo: 33, came: [], calledOff: "ordered twice by mistake" },
  {
    keep: { "chain-11": 1 },
    daysAgo: 22,
    came: [
      { daysAgo: 17, of: { "chain-11": { good: 0, broken: 1 } }, sentBack: "fetched by the supplier's own van" },
      { daysAgo: 15, of: null },
    ],
  },
  { keep: { "bat-36-7-short": 2 }, daysAgo: 14, came: [{ daysAgo: 6, of: { "bat-36-7-short": { good: 1, broken: 1, serials: ["VP-26-004417", "VP-26-004421"], lot: "26-31" } } }] },
  { keep: { "fuse-40": 6, "ring-14-25": 8 }, daysAgo: 9, came: [{ daysAgo: 4, of: { "fuse-40": { good: 2, broken: 0 } } }] },
  { keep: { "rotor-203": 1, "spoke-135": 40 }, daysAgo: 0, came: [] },
];
