import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './shell/App.tsx';
import { sweepDrafts } from './base/drafts.tsx';
import { startOutbox } from './base/outbox.ts';

startOutbox();
sweepDrafts();
const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
}
