/** Where a worklet or a font would be fetched from: in the tests, nowhere. */
export default '/worklet.js';
