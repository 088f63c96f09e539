import { badInput } from '../problem';
import type { Services } from '../services';
import type { Topic } from '../services/news';
import type { RouteEntry } from './table';

const ALIVE_MS = 15_000;
const MOST_TOPICS = 4;
/** Then the browser asks anew, and is asked who it is. */
const LONGEST_MS = 600_000;
const isTopic = (text: string): text is Topic => /^(jobs|shop|(job|run):[0-9a-f-]{36})$/.test(text);

/** Live news as server-sent events (WHATWG HTML, server-sent events): each says only that something changed; the page then asks. */
export function newsRoutes({ news }: Services): readonly RouteEntry[] {
  return [{
    method: 'get', path: '/news', who: 'operator', work: async (request, response) => {
      const topics = String(request.query.topics ?? '').split(',');
      if (topics.length > MOST_TOPICS || !topics.every(isTopic)) throw badInput([`topics: expected up to ${MOST_TOPICS} of jobs, shop, job:ID, run:ID.`]);
      const stop = await news.listen(topics, () => { response.write('data: changed\n\n'); });
      const alive = setInterval(() => { response.write(': still here\n\n'); }, ALIVE_MS);
      const end = setTimeout(() => response.end(), LONGEST_MS);
      response.on('close', () => { stop(); clearInterval(alive); clearTimeout(end); });
      // a proxy that keeps answers back until they are whole would keep news for ever
      response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no', Connection: 'keep-alive' }).write(': listening\n\n');
    },
  }];
}
