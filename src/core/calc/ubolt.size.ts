export interface UboltSizeInput {
  tube: number;
  seat?: number;
  block?: number;
  pack: number;
  plate: number;
  nut: number;
  spare?: number;
  legs?: number;
}

/**
 * The U-bolt a stack asks for. Lengths in mm.
 * @returns width inside, leg length from the inside of the bend with some thread to spare; with the legs at hand what
 *   is left beyond the nut and whether the spare is there
 */
export function sizeUbolt({ tube, seat = 0, block = 0, pack, plate, nut, spare = 10, legs }: UboltSizeInput) {
  const stack = tube + seat + block + pack + plate + nut;
  return {
    insideWidth: tube,
    legLength: stack + spare,
    ...(legs === undefined ? {} : { threadLeft: legs - stack, ok: legs >= stack + spare }),
  };
}
