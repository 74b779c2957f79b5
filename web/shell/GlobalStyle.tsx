import '@fontsource-variable/fraunces';
import '@fontsource-variable/source-sans-3';
import { createGlobalStyle, css } from 'styled-components';
import type { Colours } from '../base/theme.ts';

const kebab = (name: string): string => name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);

/** Tokens become custom properties: colours by name, spaces s1–s7, text sizes. */
export const GlobalStyle = createGlobalStyle`
  :root {
    ${({ theme }) => css`
      ${Object.entries(theme.colours satisfies Colours)
        .map(([name, value]) => `--${kebab(name)}: ${value};`)
        .join('\n')}
      color-scheme: ${theme.name === 'bay' ? 'dark' : 'light'};
    `}
    --s1: 4px; --s2: 8px; --s3: 12px; --s4: 16px; --s5: 24px; --s6: 32px; --s7: 48px;
    --small: 0.875rem; --body: 1rem; --lead: 1.1875rem; --title: 1.625rem; --figure: 4rem; --huge: 6rem;
    --radius: 10px;
    --touch: 44px;
    --text: 'Source Sans 3 Variable', 'Source Sans 3', system-ui, sans-serif;
    --display: 'Fraunces Variable', 'Fraunces', Georgia, serif;
  }
  *, *::before, *::after { box-sizing: border-box; }
  html { scroll-padding: 84px 0 92px; font-size: 16px; -webkit-text-size-adjust: 100%; }
  body {
    margin: 0; background: var(--paper); color: var(--ink); font-family: var(--text); line-height: 1.45;
    font-variant-numeric: tabular-nums lining-nums;
  }
  h1, h2, h3 { font-family: var(--display); font-weight: 600; line-height: 1.2; margin: 0; font-variant-numeric: tabular-nums lining-nums; }
  h1 { font-size: var(--title); } h2 { font-size: var(--lead); } h3 { font-size: var(--body); }
  p { margin: 0; } ul, ol { margin: 0; padding-left: 1.25em; }
  a { color: var(--maple-deep); }
  :focus-visible { outline: 3px solid var(--slate); outline-offset: 2px; border-radius: 4px; }
  .visually-hidden { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
  @media print {
    :root { --paper: #fff; --card: #fff; --ink: #111; --soft-ink: #444; --line: #bbb; color-scheme: light; }
    [data-screen-only], nav, button, [role='dialog'] { display: none !important; }
    body { background: #fff; }
    a { color: inherit; text-decoration: none; }
    section, tr, li { break-inside: avoid; }
  }
  @media (prefers-reduced-motion: reduce) { *, *::before, *::after { animation: none !important; transition: none !important; } }
`;
