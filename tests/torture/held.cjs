// Loaded into the server that is tried: told to, it lets go of what nobody needs and says what it still holds.
process.on("SIGUSR2", () => {
  globalThis.gc();
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  process.stderr.write(`held ${heapUsed} ${arrayBuffers}\n`);
});
