/** Whether a name or address is this machine, seen from itself only. */
export const isLoopback = (host: string): boolean =>
  host === 'localhost' || host === '::1' || host === '[::1]' || /^127\./.test(host);
