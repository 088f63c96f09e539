/**
 * Live news of the server: calls `then` when one of the topics changed, whoever changed it. Only while the page is
 * seen: a browser has few connections to one server, and a page nobody sees needs no news; once it is seen again,
 * `then` is called, too.
 * @param topics "jobs", "shop", "job:ID", "run:ID" @returns how to stop
 */
export function onNews(topics: readonly string[], then: () => void): () => void {
  let source: EventSource | null = null;
  const close = () => {
    source?.close();
    source = null;
  };
  const open = () => {
    if (source || typeof EventSource === 'undefined') return;
    source = new EventSource(`/api/v1/news?topics=${topics.map(encodeURIComponent).join(',')}`);
    source.onmessage = then;
    // signed out, or the server is away: the pages look by themselves now and then, and listen again when they are seen
    // again
    source.onerror = () => {
      if (source?.readyState === EventSource.CLOSED) close();
    };
  };
  const seen = () => {
    if (document.visibilityState === 'hidden') close();
    else {
      open();
      then();
    }
  };
  document.addEventListener('visibilitychange', seen);
  if (document.visibilityState !== 'hidden') open();
  return () => {
    document.removeEventListener('visibilitychange', seen);
    close();
  };
}
