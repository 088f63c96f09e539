import { useEffect, useRef, useState } from 'react';
import { newestWins } from '../worker/runners';

/**
 * The answer to a question that changes while the pointer drags. One is asked at a time, and of those that came up
 * meanwhile only the newest: the answers before it are no longer worth computing.
 * @param question null: nothing is asked, and there is no answer
 * @param again asks once more when it changes
 */
export function useNewest<Q, A>(
  question: Q | null,
  ask: (question: Q) => Promise<A | null> | undefined,
  again: unknown,
): A | null {
  const [answer, setAnswer] = useState<A | null>(null);
  const put = useRef(ask);
  put.current = ask;
  const [runner] = useState(() =>
    newestWins<Q>(async (asked, { wanted }) => {
      const found = await put.current(asked);
      if (wanted()) setAnswer(found ?? null);
    }),
  );
  useEffect(() => {
    if (question === null) {
      runner.forget();
      setAnswer(null);
    } else void runner.ask(question);
  }, [question, again, runner]);
  return question === null ? null : answer;
}
