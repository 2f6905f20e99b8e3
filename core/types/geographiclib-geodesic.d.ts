declare const geodesic: {
  Geodesic: {
    WGS84: {
      Polygon(polyline: boolean): {
        AddPoint(lat: number, lon: number): void;
        Compute(
          reverse: boolean,
          sign: boolean,
        ): { number: number; perimeter?: number; area?: number };
      };
    };
  };
};
export default geodesic;
