// Turns TypeScript into what Jest runs. In a test's sandbox each look-up of a global such as Math passes through its walls, which
// makes arithmetic many times slower than in the product: each module therefore holds those that it reckons with as its own.
import swc from '@swc/jest';

const HELD = ['Math', 'Number', 'Array', 'Object', 'Float64Array', 'Map', 'Set', 'Infinity', 'NaN'];
const { createTransformer } = swc;
const declares = (name) =>
  new RegExp(`(?:class|function|const|let|var)\\s+${name}\\b|import\\s[^;]*\\b${name}\\b[^;]*from`);

export default {
  createTransformer(options) {
    const inner = createTransformer(options);
    return {
      ...inner,
      getCacheKey: (...args) => `${inner.getCacheKey(...args)}-held-3`,
      process(source, path, settings) {
        const { code, map } = inner.process(source, path, settings);
        const used = HELD.filter((name) => new RegExp(`\\b${name}\\b`).test(code) && !declares(name).test(code));
        return { code: used.map((name) => `const ${name} = globalThis.${name};`).join('') + code, map };
      },
    };
  },
};
