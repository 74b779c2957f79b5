/** Segments of a captured swing as they are called on the page. */
export const SEGMENT_NAMES = { hips: 'hips', chest: 'chest', leadArm: 'lead arm', club: 'club' } as const;
