/** The second clipping library of the benchmarks ships no types; these are what they use. */
declare module 'clipper-lib' {
  interface IntPoint {
    readonly X: number;
    readonly Y: number;
  }
  interface Clipper {
    readonly ClipperOffset: new (
      miterLimit: number,
      arcTolerance: number,
    ) => {
      AddPaths(paths: readonly (readonly IntPoint[])[], join: number, end: number): void;
      Execute(solution: IntPoint[][], delta: number): void;
    };
    readonly JoinType: { readonly jtRound: number };
    readonly EndType: { readonly etClosedPolygon: number };
  }
  const ClipperLib: Clipper;
  export default ClipperLib;
}
