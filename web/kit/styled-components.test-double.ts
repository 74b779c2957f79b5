import { createRequire } from 'node:module';
import { join } from 'node:path';
import type * as styledComponents from 'styled-components';

/**
 * Node gives the CommonJS build of styled-components without its default export in place; bundlers put it right, Jest
 * does not. Tests import the same build through here.
 */
const real = createRequire(import.meta.url)(
  join(import.meta.dirname, '../../node_modules/styled-components/dist/styled-components.cjs.js'),
) as typeof styledComponents;

export default real.default;
export const { css, createGlobalStyle, ThemeProvider, useTheme } = real;
