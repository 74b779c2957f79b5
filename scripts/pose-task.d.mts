/** Makes the pose model in a folder that is served, once. */
export function makePoseTask(folder: string): void;
