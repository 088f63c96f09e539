// Tasks of every bad kind, for the tests of the pool: the same protocol as the real ones.
const kept = [];
const work = {
  echo: async (input) => input,
  slow: async (ms) => {
    await new Promise((done) => setTimeout(done, ms));
    return ms;
  },
  spin: async (_, tell) => {
    tell('reading abc');
    for (;;) Math.sqrt(2);
  },
  eat: async (_, tell) => {
    tell('planning');
    for (;;) {
      kept.push(Buffer.alloc(20 * 1024 * 1024, 1));
      await new Promise((done) => setTimeout(done, 5));
    }
  },
  heap: async () => {
    for (;;) kept.push(Array.from({ length: 100_000 }, (_, i) => ({ i })));
  },
  crash: async () => {
    process.abort();
  },
  fails: async () => {
    throw new Error('it did not work');
  },
  pid: async () => process.pid,
};
process.on('disconnect', () => process.exit(0));
process.on('message', ({ id, name, input }) => {
  process.send({ id, began: true });
  work[name](input, (phase) => process.send({ id, phase })).then(
    (value) => process.send({ id, ok: true, value }),
    (error) => process.send({ id, ok: false, message: error.message }),
  );
});
