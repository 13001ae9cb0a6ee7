import { z } from 'zod';
import { count, nonNegative, positive, signed } from './field';

const MM = 1e-3;
const RIGHT_ANGLE = Math.PI / 2;

/** Where the front of an engine (its pulleys) points in what it drives. */
export const FACINGS = ['front', 'rear', 'left', 'right'] as const;
export type Facing = (typeof FACINGS)[number];

/** Where along the crank the deep part of a pan lies. */
export const WELL_ENDS = ['front', 'middle', 'rear'] as const;

const panShape = z.strictObject({
  lengthM: positive('cutLength', 'Length, along the crank', {
    typical: [200 * MM, 700 * MM],
    description: 'Inside, at the oil.',
  }),
  widthM: positive('cutLength', 'Width', { typical: [150 * MM, 350 * MM], description: 'Inside, at the oil.' }),
  depthM: positive('cutLength', 'Depth, from the deepest floor to the crank’s circle', {
    typical: [100 * MM, 250 * MM],
    description: 'To the lowest reach of the counterweights or the rods.',
  }),
  stepM: nonNegative('cutLength', 'Step: shallow floor over the deep one', {
    typical: [0, 120 * MM],
    description: '0: the floor is level from end to end.',
  }).default(0),
  wellLengthM: positive('cutLength', 'Length of the deep part', {
    typical: [120 * MM, 350 * MM],
    description: 'Blank: as long as the pan.',
  }).optional(),
  wellWidthM: positive('cutLength', 'Width of the deep part', {
    typical: [120 * MM, 450 * MM],
    description: 'Blank: as wide as the pan. More: wings below the rail.',
  }).optional(),
  wellAt: z.enum(WELL_ENDS).default('rear').meta({ title: 'Deep part at the' }),
  pickupFromFrontM: nonNegative('cutLength', 'Pickup’s mouth, behind the front wall', {
    typical: [50 * MM, 600 * MM],
    description: 'From the front wall of the pan to the middle of the mouth.',
  }),
  pickupFromLeftM: nonNegative('cutLength', 'and from the left wall', {
    typical: [50 * MM, 250 * MM],
    description: 'From the left wall of the pan to the middle of the mouth.',
  }),
  pickupHeightM: nonNegative('cutLength', 'and above the deep floor', { typical: [5 * MM, 25 * MM] }),
  facing: z.enum(FACINGS).default('front').meta({ title: 'Front of the engine faces' }),
  leanRad: signed('angle', 'Leans to its right', {
    typical: [-0.6, 0.6],
    description: 'About the crank; to its left is negative. 0: its floor is level at rest.',
  }).default(0),
  betweenMarksM3: positive('volume', 'Oil between the marks', {
    typical: [0.5e-3, 2e-3],
    description: 'Blank: a fifth of the oil.',
  }).optional(),
  doorsM3: positive('volume', 'Box with doors around the pickup', {
    typical: [0.2e-3, 2e-3],
    description: 'Oil that it keeps. Blank: none.',
  }).optional(),
});

/** A pan that is being measured: what is still missing is absent. */
export const panDraftSchema = panShape.partial();
export type PanDraft = z.infer<typeof panDraftSchema>;

/**
 * A pan as boxes, and where the pickup's mouth sits in it. Front is the pulleys' end; left and right as seen from the
 * flywheel. Without a step it is one box.
 */
export const panSchema = panShape
  .refine((p) => p.stepM < p.depthM, { error: 'stepM must be below depthM', path: ['stepM'] })
  .refine((p) => (p.wellLengthM ?? 0) <= p.lengthM, {
    error: 'wellLengthM must not exceed lengthM',
    path: ['wellLengthM'],
  })
  .refine((p) => Math.abs(p.leanRad) < RIGHT_ANGLE, { error: 'leanRad must be below 90°', path: ['leanRad'] })
  .superRefine((p, context) => {
    const { x0, x1, y0, y1 } = wellPlan(p);
    const outside = (path: string, from: number, to: number, from0: string) =>
      context.addIssue({
        code: 'custom',
        path: [path],
        message: `${path} must lie in the deep part: ${Math.round(from / MM)} to ${Math.round(to / MM)} mm from the ${from0} wall`,
      });
    if (p.pickupFromFrontM < x0 || p.pickupFromFrontM > x1) outside('pickupFromFrontM', x0, x1, 'front');
    if (p.pickupFromLeftM < y0 || p.pickupFromLeftM > y1) outside('pickupFromLeftM', y0, y1, 'left');
  });
export type Pan = z.infer<typeof panSchema>;

/** Seen from above: from the front wall backward, from the left wall to the right [m]. */
export interface Plan {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

/** The whole pan from above. */
export const panPlan = ({ lengthM, widthM }: Pick<Pan, 'lengthM' | 'widthM'>): Plan => ({
  x0: 0,
  x1: lengthM,
  y0: 0,
  y1: widthM,
});

/** Its deep part from above; the whole of it where there is no step. */
export function wellPlan(pan: Pan): Plan {
  if (pan.stepM === 0) return panPlan(pan);
  const length = pan.wellLengthM ?? pan.lengthM;
  const width = pan.wellWidthM ?? pan.widthM;
  const room = pan.lengthM - length;
  const x0 = pan.wellAt === 'front' ? 0 : pan.wellAt === 'rear' ? room : room / 2;
  const y0 = (pan.widthM - width) / 2;
  return { x0, x1: x0 + length, y0, y1: y0 + width };
}

/** Ways back from the heads: where they are too small, the heads hold oil that the pan lacks. */
export const headDrainsSchema = z.strictObject({
  floorAreaM2: positive('faceArea', 'Floor under the covers of all heads', { typical: [0.02, 0.2] }),
  drains: count('Drains, of all heads'),
  boreM: positive('bore', 'Bore of each', { typical: [6 * MM, 20 * MM] }),
  fallM: positive('cutLength', 'Height that they fall', { typical: [100 * MM, 400 * MM] }),
});
