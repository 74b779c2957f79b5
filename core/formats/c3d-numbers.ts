/** Byte orders of the three kinds of machine that C3D files come from. */
export type Processor = 'pc' | 'dec' | 'sgi';
export const PROCESSORS: Readonly<Record<number, Processor | undefined>> = { 84: 'pc', 85: 'dec', 86: 'sgi' };
export const PROCESSOR_CODES: Readonly<Record<Processor, number>> = { pc: 84, dec: 85, sgi: 86 };

export interface Numbers {
  int16(at: number): number;
  float(at: number): number;
}

/** Readers of the numbers of a file in its machine's order. A DEC float is a PC float times four with its halves swapped. */
export function floatsOf(bytes: DataView, processor: Processor): Numbers {
  const little = processor !== 'sgi';
  const swap = new DataView(new ArrayBuffer(4));
  return {
    int16: (at) => bytes.getInt16(at, little),
    float:
      processor === 'dec'
        ? (at) => {
            swap.setUint16(0, bytes.getUint16(at + 2, true), true);
            swap.setUint16(2, bytes.getUint16(at, true), true);
            return swap.getFloat32(0, true) / 4;
          }
        : (at) => bytes.getFloat32(at, little),
  };
}

export interface NumberWriter {
  int16(at: number, value: number): void;
  float(at: number, value: number): void;
}

/** Writers of the numbers of a file in a machine's order; the inverse of the readers. */
export function numberWriter(bytes: DataView, processor: Processor): NumberWriter {
  const little = processor !== 'sgi';
  const swap = new DataView(new ArrayBuffer(4));
  return {
    int16: (at, value) => bytes.setInt16(at, value, little),
    float:
      processor === 'dec'
        ? (at, value) => {
            swap.setFloat32(0, 4 * value, true);
            bytes.setUint16(at, swap.getUint16(2, true), true);
            bytes.setUint16(at + 2, swap.getUint16(0, true), true);
          }
        : (at, value) => bytes.setFloat32(at, value, little),
  };
}
