/** Short letters for the library's jobs: they prefix a run's ids and stand before its steps. */
const LETTERS: Record<string, string> = {
  'front-leaf-springs': 'A',
  'lower-mount-spacer': 'B',
  'strut-top-spacer': 'C',
  'preload-spacer': 'D',
  'bracket-lift': 'E',
  'link-coil-long-travel': 'F',
  'radius-arm-spacers': 'G',
  'adjustable-coil-seats': 'H',
  'touring-all-round': 'I',
  'rear-lift-block': 'J',
  'rear-leaf-shackles': 'K',
  lowering: 'L',
  'strut-spacers-car-body': 'M',
  'subframe-spacers': 'N',
  'coils-trailing-arms-rear': 'O',
  'utility-cart': 'P',
  'wheels-tires-spacers': 'Q',
};

/** What prefixes the ids of a procedure's things in a run. */
export const prefixOf = (procedureId: string): string => LETTERS[procedureId] ?? procedureId;
