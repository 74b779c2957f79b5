/** Where a trial for a fault is begun. */
export const trialPlace = (lessonId: string, fault: string): string =>
  `/lessons/${lessonId}/measure?view=try${fault ? `&fault=${encodeURIComponent(fault)}` : ''}`;
