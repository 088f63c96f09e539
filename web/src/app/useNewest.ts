import { useEffect, useRef, useState } from 'react';

/**
 * The answer to a question that changes while the pointer drags. One is asked at a time, and of those that came up
 * meanwhile only the newest: the answers before it are no longer worth computing.
 * @param question null: nothing is asked, and there is no answer
 * @param again asks once more when it changes
 */
export function useNewest<Q, A>(question: Q | null, ask: (question: Q) => Promise<A | null> | undefined, again: unknown): A | null {
  const [answer, setAnswer] = useState<A | null>(null);
  const running = useRef(false);
  const waiting = useRef<{ question: Q } | null>(null);
  const wanted = useRef(question);
  wanted.current = question;
  const put = useRef(ask);
  put.current = ask;
  useEffect(() => {
    if (question === null) { setAnswer(null); return; }
    waiting.current = { question };
    const run = async () => {
      if (running.current) return;
      running.current = true;
      try {
        while (waiting.current) {
          const now: { question: Q } = waiting.current;
          waiting.current = null;
          const found = await put.current(now.question);
          if (wanted.current !== null) setAnswer(found ?? null);
        }
      } finally { running.current = false; }
    };
    void run();
  }, [question, again]);
  return question === null ? null : answer;
}
