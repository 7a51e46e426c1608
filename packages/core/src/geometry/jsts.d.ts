/** The second geometry library of the tests ships no types for its modules; these are what they use. */
declare module 'jsts/org/locationtech/jts/io/GeoJSONReader.js' {
  export default class GeoJSONReader {
    read(geometry: object): { getArea(): number };
  }
}
declare module 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js' {
  const BufferOp: { bufferOp(geometry: object, distance: number, quadrantSegments: number): { getArea(): number } };
  export default BufferOp;
}
