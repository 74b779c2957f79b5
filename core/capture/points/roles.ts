import type { Handedness } from '../../units/units.ts';

/** What captured points can stand for. Hips and chest are clusters of two or more points; the others are one place each. */
export const POINT_ROLES = ['hips', 'chest', 'leadShoulder', 'leadHand', 'grip', 'clubHead'] as const;
export type PointRole = (typeof POINT_ROLES)[number];
export const ROLE_NAMES: Readonly<Record<PointRole, string>> = {
  hips: 'hips (two or more)',
  chest: 'chest and shoulders (two or more)',
  leadShoulder: 'lead shoulder',
  leadHand: 'lead wrist or hand',
  grip: 'grip of the club',
  clubHead: 'club head',
};
export type PointsByRole = Partial<Record<PointRole, readonly string[]>>;

/** Points that turn with the chest: those named so and the lead shoulder, each once. */
export const chestLabels = (roles: PointsByRole): readonly string[] => [
  ...new Set([...(roles.chest ?? []), ...(roles.leadShoulder ?? [])]),
];

/** Axes of a laboratory, with the way they point. */
export const AXIS_NAMES = ['+x', '-x', '+y', '-y', '+z', '-z'] as const;
export type AxisName = (typeof AXIS_NAMES)[number];
export interface LabAxes {
  readonly towardTarget: AxisName;
  readonly up: AxisName;
}
export const DEFAULT_AXES: LabAxes = { towardTarget: '+x', up: '+z' };

/** Whether the two axes lie square to each other. */
export const axesFit = (axes: LabAxes): boolean => axes.towardTarget[1] !== axes.up[1];

const words = (label: string): string =>
  label
    .replace(/^.*:/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/[_.\-\s]+/g, ' ')
    .trim()
    .toLowerCase();

const SIDES = {
  left: /^l ?(?=sh|wr|ha|fi|ac|el|as|ps|hi)|left/,
  right: /^r ?(?=sh|wr|ha|fi|ac|el|as|ps|hi)|right/,
} as const;

/** Which side a label names, by the player's handedness; undefined where it names none. */
export function sideOf(label: string, handedness: Handedness): 'lead' | 'trail' | undefined {
  const lead = handedness === 'right' ? 'left' : 'right';
  const w = words(label);
  if (SIDES[lead].test(w) || /lead/.test(w)) return 'lead';
  return SIDES[lead === 'left' ? 'right' : 'left'].test(w) || /trail/.test(w) ? 'trail' : undefined;
}

/**
 * Roles of points by what their labels say (English words and the usual short forms), for the instructor to put right. A point
 * gets one role: the lead shoulder is not named among the chest's, to which it belongs all the same (see `chestLabels`).
 */
export function guessRoles(labels: readonly string[], handedness: Handedness): PointsByRole {
  const of = (test: (w: string) => boolean): string[] => labels.filter((l) => test(words(l)));
  const club = (w: string): boolean => /club|shaft|grip|hosel|stick/.test(w);
  const shoulders = of((w) => !club(w) && /sho(ulder)?|acrom/.test(w));
  const chest = of((w) => !club(w) && /chest|thorax|torso|stern|clav|\bc7\b|\bt\d+\b|\bstrn\b|spine/.test(w));
  const hands = of((w) => !club(w) && /wrist|\b[lr]?wr[ab]?\b|hand|finger|\b[lr]?fin\b/.test(w));
  const leadHands = hands.filter((l) => sideOf(l, handedness) === 'lead');
  const freeHands = hands.filter((l) => sideOf(l, handedness) !== 'trail');
  const named = of((w) => /club ?head|head of club|hosel|club ?(head )?(toe|heel|face)/.test(w));
  // A bare "head" beside a named club head is the player's.
  const heads = named.length > 0 ? named : of((w) => /^(head|toe)$/.test(w));
  const leadShoulder = shoulders.filter((l) => sideOf(l, handedness) === 'lead').slice(0, 1);
  const wanted: Partial<Record<PointRole, readonly string[]>> = {
    hips: of((w) => !club(w) && /hip|pelvi|\b[lr]?asis?\b|\b[lr]?psis?\b|sacr|iliac|waist/.test(w)),
    leadShoulder,
    chest: [...chest, ...shoulders],
    leadHand: (leadHands.length > 0 ? leadHands : freeHands).slice(0, 2),
    grip: of((w) => /grip|butt|shaft ?(top|1|upper)|club ?(top|1)$/.test(w)).slice(0, 1),
    clubHead: heads,
  };
  const taken = new Set<string>();
  const roles = Object.entries(wanted).map(([role, list]) => {
    const free = list.filter((l) => !taken.has(l));
    free.forEach((l) => taken.add(l));
    return [role, free] as const;
  });
  return Object.fromEntries(roles.filter(([, list]) => list.length > 0));
}
