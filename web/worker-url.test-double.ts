/** Where a worklet would be fetched from: in the tests, nowhere. */
export default '/worklet.js';
