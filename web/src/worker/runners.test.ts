import { newestWins } from './runners';

/** Work that ends when the test says so. */
function byHand() {
  const begun: {
    question: number;
    end: (error?: Error) => void;
    newest: () => boolean;
    wanted: () => boolean;
    overtaken: Promise<void>;
  }[] = [];
  const runner = newestWins<number>(
    (question, standing) =>
      new Promise((done, fail) => {
        begun.push({ question, end: (error) => (error ? fail(error) : done()), ...standing });
      }),
  );
  return { begun, runner, settle: () => new Promise((done) => setTimeout(done, 0)) };
}

test('one is worked on at a time, and of those that came meanwhile only the newest', async () => {
  const { begun, runner, settle } = byHand();
  const all = [1, 2, 3].map((q) => runner.ask(q));
  await settle();
  expect(begun.map((b) => b.question)).toEqual([1]);
  expect([begun[0].wanted(), begun[0].newest()]).toEqual([true, false]);
  begun[0].end();
  await settle();
  expect(begun.map((b) => b.question)).toEqual([1, 3]);
  expect(begun[1].newest()).toBe(true);
  begun[1].end();
  await Promise.all(all);
});

test('what is forgotten is wanted no more, what waits is dropped, and the next question is answered', async () => {
  const { begun, runner, settle } = byHand();
  const first = runner.ask(1);
  void runner.ask(2);
  runner.forget();
  begun[0].end();
  await first;
  expect([begun.length, begun[0].wanted()]).toEqual([1, false]);
  const next = runner.ask(3);
  await settle();
  expect([begun[1].question, begun[1].wanted()]).toEqual([3, true]);
  begun[1].end();
  await next;
});

test('one that fails does not hold up those after it; the last of them is told', async () => {
  const { begun, runner, settle } = byHand();
  const asked = runner.ask(1);
  void runner.ask(2);
  begun[0].end(new Error('first'));
  await settle();
  begun[1].end();
  await asked;
  const again = runner.ask(4);
  begun[2].end(new Error('last'));
  await expect(again).rejects.toThrow('last');
  const after = runner.ask(5);
  begun[3].end();
  await after;
});

test('whoever rests hears at once that something newer is asked, or that nobody wants it any more', async () => {
  for (const overtakes of ['ask', 'forget'] as const) {
    const { begun, runner, settle } = byHand();
    const all = [runner.ask(1)];
    await settle();
    let heard = false;
    void begun[0].overtaken.then(() => {
      heard = true;
    });
    await settle();
    expect(heard).toBe(false);
    if (overtakes === 'ask') all.push(runner.ask(2));
    else runner.forget();
    await settle();
    expect(heard).toBe(true);
    begun[0].end();
    await settle();
    begun[1]?.end();
    await Promise.all(all);
  }
});
