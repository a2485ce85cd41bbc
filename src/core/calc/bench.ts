/** How the bench shows each calculator: its name in the shop, where it stands, and the figure that is read first. */
export interface BenchTool {
  name: string;
  title: string;
  group: string;
  /** Path of the answer shown large. */
  first: string;
}

export const BENCH_GROUPS = [
  'Torque',
  'Alignment',
  'Tires and wheels',
  'Height',
  'Springs',
  'Axle and driveline',
  'Fit',
  'Weight',
  'Time and plan',
] as const;

export const BENCH_TOOLS: readonly BenchTool[] = [
  { name: 'torque.extension', title: 'Extension on the torque wrench', group: 'Torque', first: 'setting' },
  { name: 'torque.convert', title: 'Torque units', group: 'Torque', first: 'nm' },
  { name: 'torque.compare', title: 'Reading against target', group: 'Torque', first: 'deviationPct' },
  { name: 'torque.plausible', title: 'Is this torque plausible', group: 'Torque', first: 'typical' },
  { name: 'toe.convert', title: 'Toe units', group: 'Alignment', first: 'deg' },
  { name: 'steering.center', title: 'Sleeve turns to center the wheel', group: 'Alignment', first: 'turns' },
  { name: 'alignment.verdict', title: 'Alignment sheet against its spec', group: 'Alignment', first: 'pass' },
  { name: 'camber.adjust', title: 'Is there camber enough', group: 'Alignment', first: 'available' },
  { name: 'camber.lift', title: 'Camber by lift', group: 'Alignment', first: 'camberChange' },
  { name: 'caster.radiusArm', title: 'Caster on radius arms', group: 'Alignment', first: 'casterAfter' },
  { name: 'knuckle.travel', title: 'A wheel through its travel', group: 'Alignment', first: 'rows' },
  {
    name: 'draglink.steer',
    title: 'What lift steers by the drag link',
    group: 'Alignment',
    first: 'steerDeg',
  },
  { name: 'caster.fourLink', title: 'Caster on four links', group: 'Alignment', first: 'casterAfter' },
  { name: 'headlamp.aim', title: 'Where the lamps point', group: 'Alignment', first: 'beamShift' },
  {
    name: 'tire.compare',
    title: 'Tire against tire',
    group: 'Tires and wheels',
    first: 'speedometerErrorPct',
  },
  { name: 'tire.size', title: 'Read a tire size', group: 'Tires and wheels', first: 'diameter' },
  { name: 'wheel.fit', title: 'Wheel offset and clearance', group: 'Tires and wheels', first: 'outward' },
  { name: 'tape.parse', title: 'Read a tape', group: 'Height', first: 'mm' },
  { name: 'tape.format', title: 'Millimeters on a tape', group: 'Height', first: 'text' },
  { name: 'heights.compare', title: 'Heights before and after', group: 'Height', first: 'frontLift' },
  { name: 'lift.predict', title: 'Lift of a stack of parts', group: 'Height', first: 'wheelLift' },
  { name: 'collar.turns', title: 'Turns of a spring seat', group: 'Height', first: 'turns' },
  { name: 'try.next', title: 'The next setting to try', group: 'Height', first: 'best' },
  { name: 'photo.scale', title: 'Lengths in a photograph', group: 'Height', first: 'spans' },
  { name: 'raise.height', title: 'How high to raise it', group: 'Height', first: 'supportHeight' },
  { name: 'coil.swap', title: 'Another coil', group: 'Springs', first: 'lift' },
  { name: 'coil.cut', title: 'Cutting a coil', group: 'Springs', first: 'installedNow' },
  { name: 'leaf.pack', title: 'Leaves in and out', group: 'Springs', first: 'lift' },
  { name: 'leaf.geometry', title: 'Shackle holes', group: 'Springs', first: 'lift' },
  { name: 'shock.fit', title: 'Damper open and closed', group: 'Fit', first: 'droopAvailable' },
  { name: 'refit.room', title: 'Room to get it back in', group: 'Fit', first: 'shortfall' },
  { name: 'slack.fit', title: 'Hose and lead slack', group: 'Fit', first: 'slack' },
  { name: 'ubolt.size', title: 'U-bolt size', group: 'Fit', first: 'legLength' },
  { name: 'stud.length', title: 'Stud length', group: 'Fit', first: 'cut' },
  { name: 'trackbar.shift', title: 'Track-bar shift', group: 'Axle and driveline', first: 'shift' },
  { name: 'axle.square', title: 'Axle square in the frame', group: 'Axle and driveline', first: 'offset' },
  { name: 'link.angle', title: 'Half shaft, tie rod, bar link', group: 'Axle and driveline', first: 'after' },
  {
    name: 'driveshaft.angles',
    title: 'Driveshaft angles',
    group: 'Axle and driveline',
    first: 'after.residualDeg',
  },
  { name: 'load.shift', title: 'What a weight does to each corner', group: 'Weight', first: 'height.LF' },
  { name: 'load.left', title: 'Load left', group: 'Weight', first: 'total.left' },
  { name: 'stability.factor', title: 'How much sooner it tips', group: 'Weight', first: 'changePct' },
  { name: 'followup.due', title: 'When it is due back', group: 'Time and plan', first: 'due' },
  { name: 'labor.estimate', title: 'How long it takes', group: 'Time and plan', first: 'p50' },
  { name: 'plan.search', title: 'Search for parts', group: 'Time and plan', first: 'front' },
  { name: 'procedure.check', title: 'Check a procedure', group: 'Time and plan', first: 'problems' },
];
