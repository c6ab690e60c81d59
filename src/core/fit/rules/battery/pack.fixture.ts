import { battery, mid } from "../../../../../tests/bench.fixture";

export const with_ = (over: Parameters<typeof battery>[0] = {}, massKg = 2.6) => [mid(), { ...battery(over), massKg }];
