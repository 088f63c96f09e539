import { badInput, Problem } from '../problem';
import { accountOf } from '../sessions';
import type { Services } from '../services';
import type { Topic } from '../services/news';
import type { Works } from './table';

const ALIVE_MS = 15_000;
const MOST_TOPICS = 4;
/** Then the browser asks anew, and is asked who it is. */
const LONGEST_MS = 600_000;
/** Each holds a connection. */
const MOST_PAGES = 200;
const isTopic = (text: string): text is Topic => /^(jobs|shop|(job|run):[0-9a-f-]{36})$/.test(text);

/**
 * Live news as server-sent events (WHATWG HTML, server-sent events): each says only that something changed; the page
 * then asks.
 */
export const newsWorks = ({ news }: Services) => {
  const pages = new Map<string, number>();
  return {
    news: async ({ query, response }) => {
      const topics = query.topics.split(',');
      if (topics.length > MOST_TOPICS || !topics.every(isTopic))
        throw badInput([`topics: expected up to ${MOST_TOPICS} of jobs, shop, job:ID, run:ID.`]);
      const { id } = accountOf(response);
      const own = pages.get(id) ?? 0;
      if (own >= MOST_PAGES)
        throw new Problem(
          429,
          'Too many pages',
          `Your account listens with ${MOST_PAGES} pages already. Close some; this one looks for changes now and then.`,
        );
      // gone before it was heard: nothing would tell of its end any more
      if (response.destroyed) return;
      pages.set(id, own + 1);
      const atEnd = [
        () => {
          const left = pages.get(id)! - 1;
          if (left > 0) pages.set(id, left);
          else pages.delete(id);
        },
      ];
      response.on('close', () => {
        for (const end of atEnd) end();
      });
      const stop = await news.listen(topics, () => {
        response.write('data: changed\n\n');
      });
      if (response.destroyed) {
        stop();
        return;
      }
      const alive = setInterval(() => {
        response.write(': still here\n\n');
      }, ALIVE_MS);
      const end = setTimeout(() => response.end(), LONGEST_MS);
      atEnd.push(
        stop,
        () => clearInterval(alive),
        () => clearTimeout(end),
      );
      // a proxy that keeps answers back until they are whole would keep news for ever
      response
        .writeHead(200, {
          'Content-Type': 'text/event-stream',
          'Cache-Control': 'no-store',
          'X-Accel-Buffering': 'no',
          Connection: 'keep-alive',
        })
        .write(': listening\n\n');
    },
  } satisfies Partial<Works>;
};
