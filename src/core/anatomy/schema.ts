import Joi from 'joi';
import { SUSPENSIONS } from '../planner/axle-kinds';
import { PLACES } from '../procedure/places';
import { type Anatomy, BODY_KINDS, JOINT_KINDS, LINE_KINDS, SPOILS } from './types';

/** The whole anatomy file, field by field, and that what it names is there. */

const ID = /^[a-z0-9][a-z0-9-]{0,59}$/;
const id = () =>
  Joi.string()
    .pattern(ID)
    .messages({ 'string.pattern.base': 'It may hold small letters, digits and dashes' });
const words = (most: number) => Joi.string().trim().min(1).max(most);
const ids = () => Joi.array().items(id()).max(60);
const ENDS = ['front', 'rear'] as const;
const SIDES = ['left', 'right'] as const;

/** A place of the one list, with the end and side left open. */
const place = () =>
  Joi.string()
    .custom((value: string, helpers) => {
      const all = ENDS.flatMap((end) =>
        SIDES.map((side) => value.replace('{end}', end).replace('{side}', side)),
      );
      return all.some((one) => PLACES.has(one)) ? value : helpers.error('any.only');
    })
    .messages({ 'any.only': 'This is not a place on the list' });
const minutes = () => Joi.number().min(0).max(600).required();
const millimeters = () => Joi.number().greater(0).max(600).required();
const spoils = () => Joi.array().items(Joi.valid(...SPOILS));
const between = () => Joi.array().items(id()).length(2).required();

const shape = Joi.object<Anatomy>({
  format: Joi.valid('wrenchwise-anatomy/1').required(),
  id: id().required(),
  title: words(200).required(),
  fits: Joi.array()
    .items(Joi.valid(...Object.keys(SUSPENSIONS)))
    .min(1)
    .required(),
  ends: Joi.array()
    .items(Joi.valid(...ENDS))
    .min(1)
    .unique()
    .required(),
  steered: Joi.boolean().required(),
  hangs: ids().min(1).required(),
  bodies: Joi.array()
    .items(
      Joi.object({
        id: id().required(),
        name: words(80).required(),
        kind: Joi.valid(...BODY_KINDS).required(),
        side: Joi.valid('each'),
        place: place(),
        heavy: Joi.boolean(),
      }),
    )
    .unique('id')
    .min(2)
    .required(),
  joints: Joi.array()
    .items(
      Joi.object({
        id: id().required(),
        name: words(80).required(),
        place: place().required(),
        between: between(),
        kind: Joi.valid(...JOINT_KINDS).required(),
        fasteners: Joi.array().items(place()).required(),
        bonded: Joi.boolean(),
        spoils: spoils(),
        minutes: minutes(),
      }),
    )
    .unique('id')
    .required(),
  lines: Joi.array()
    .items(
      Joi.object({
        id: id().required(),
        name: words(80).required(),
        place: place().required(),
        kind: Joi.valid(...LINE_KINDS).required(),
        between: between(),
        brackets: Joi.array().items(place()).required(),
        reach: millimeters(),
      }),
    )
    .unique('id')
    .required(),
  springs: Joi.array()
    .items(
      Joi.object({
        id: id().required(),
        body: id().required(),
        seats: ids().min(1).required(),
        carried: ids().required(),
        drop: millimeters().allow(null),
      }),
    )
    .unique('id')
    .required(),
  limits: Joi.array()
    .items(Joi.object({ by: id().required(), drop: millimeters() }))
    .min(1)
    .required(),
  ties: Joi.array()
    .items(
      Joi.object({
        body: id().required(),
        at: ids().required(),
        allows: Joi.number().min(0).max(600).required(),
      }),
    )
    .required(),
  waysOut: Joi.array()
    .items(
      Joi.object({
        body: id().required(),
        title: words(120).required(),
        open: ids().required(),
        eased: ids(),
        carried: ids().required(),
        drop: Joi.number().min(0).max(600).required(),
        spoils: spoils(),
        minutes: minutes(),
      }),
    )
    .required(),
});

/** Every id an anatomy names that it does not have, with the field that names it. */
function unknownNames(anatomy: Anatomy): { field: string; name: string }[] {
  const bodies = new Set(anatomy.bodies.map((one) => one.id));
  const joints = new Set(anatomy.joints.map((one) => one.id));
  const lines = new Set(anatomy.lines.map((one) => one.id));
  const missing: { field: string; name: string }[] = [];
  const check = (field: string, names: readonly string[], ...among: Set<string>[]) => {
    for (const name of names) if (!among.some((known) => known.has(name))) missing.push({ field, name });
  };
  check('hangs', anatomy.hangs, bodies);
  anatomy.joints.forEach((joint, at) => check(`joints[${at}].between`, joint.between, bodies));
  anatomy.lines.forEach((line, at) => check(`lines[${at}].between`, line.between, bodies));
  anatomy.springs.forEach((spring, at) => {
    check(`springs[${at}].body`, [spring.body], bodies);
    check(`springs[${at}].seats`, spring.seats, joints);
    check(`springs[${at}].carried`, spring.carried, bodies);
  });
  anatomy.limits.forEach((limit, at) => check(`limits[${at}].by`, [limit.by], bodies, lines));
  anatomy.ties.forEach((tie, at) => {
    check(`ties[${at}].body`, [tie.body], bodies);
    check(`ties[${at}].at`, tie.at, joints);
  });
  anatomy.waysOut.forEach((way, at) => {
    check(`waysOut[${at}].body`, [way.body], bodies);
    check(`waysOut[${at}].open`, way.open, joints);
    check(`waysOut[${at}].eased`, way.eased ?? [], joints);
    check(`waysOut[${at}].carried`, way.carried, bodies);
  });
  return missing;
}

export const anatomyFile = shape.custom((anatomy: Anatomy, helpers) => {
  const [first] = unknownNames(anatomy);
  return first
    ? helpers.message({ custom: `${first.field} names "${first.name}", which is not in the file` })
    : anatomy;
});
