import { configure } from '@testing-library/dom';

// A busy machine takes its time; no test asserts on it.
configure({ asyncUtilTimeout: 60_000 });
