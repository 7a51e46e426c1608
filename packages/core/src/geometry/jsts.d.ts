/** The second geometry library of the tests ships no types for its modules; these are what they use. */
declare module 'jsts/org/locationtech/jts/io/GeoJSONReader.js' {
  export default class GeoJSONReader {
    read(geometry: object): { getArea(): number };
  }
}
declare module 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js' {
  export default class BufferOp {
    static bufferOp(geometry: object, distance: number, quadrantSegments: number): { getArea(): number };
  }
}
