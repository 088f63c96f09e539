/** The npm package "dxf": an independent reader, for tests only. */
declare module 'dxf' {
  export class Helper {
    constructor(text: string);
    readonly parsed: unknown;
  }
}
