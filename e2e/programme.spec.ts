import { expect, test } from './support.ts';
