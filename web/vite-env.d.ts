/** A worklet's own bundle: its address. */
declare module '*?worker&url' {
  const address: string;
  export default address;
}
