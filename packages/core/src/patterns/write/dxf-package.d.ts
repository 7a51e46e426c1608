/** The second DXF library that the tests read with ships no types; these are what they use. */
declare module 'dxf' {
  export interface ParsedDxf {
    readonly header: Readonly<Record<string, unknown>>;
  }
  export function parseString(text: string): ParsedDxf;
  export function toPolylines(parsed: ParsedDxf): {
    readonly polylines: readonly {
      readonly vertices: readonly (readonly [number, number])[];
      readonly layer: { readonly name: string };
    }[];
  };
}
