import { expose } from 'comlink';
import { answer } from './tasks.ts';

const api = { answer };
export type MeasureThread = typeof api;
expose(api);
