import { proving } from "/work/main/tests/bench/proving";
const arr = () => Array.from({ length: 10000 }, () => Math.random());
const from = performance.now(); arr().sort((a, b) => a - b); const ms = performance.now() - from;
void proving((what, t, bound, y) => console.log(`${what}: ${t.toFixed(0)} ms of ${bound}, ${(t / y.ms).toFixed(1)} x sorting 10,000 (${y.ms.toFixed(2)} ms)`), { name: "sort", ms });
