declare module 'occt-import-js' {
  export default function start(options?: Record<string, unknown>): Promise<import('.').ModelKernel>;
}
