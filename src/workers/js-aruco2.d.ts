declare module 'js-aruco2' {
  interface Marker {
    id: number;
    corners: { x: number; y: number }[];
    hammingDistance: number;
  }
  const library: {
    AR: {
      DICTIONARIES: Record<string, { nBits: number; tau: number | null; codeList: number[] }>;
      Detector: new (config: { dictionaryName: string; maxHammingDistance?: number }) => {
        detect(image: { width: number; height: number; data: Uint8ClampedArray | Uint8Array }): Marker[];
      };
    };
  };
  export default library;
}
