/** Largest video that is taken, bytes. */
export const LARGEST_VIDEO_BYTES = 600 * 1024 * 1024;
/** File names that a video or still is looked for under. */
export const VIDEO_FILES = '.mp4,.m4v,.mov,.webm,.png,.jpg,.jpeg,video/mp4,video/webm,image/png,image/jpeg';
