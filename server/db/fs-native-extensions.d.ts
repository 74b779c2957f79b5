declare module 'fs-native-extensions' {
  /** Takes an exclusive lock on bytes of an open file. @returns false where another holds it */
  export function tryLock(fd: number, offset?: number, length?: number): boolean;
}
