import { useMutation } from '@tanstack/react-query';
import { ask } from '../base/api.ts';
import { useMay } from '../base/session.tsx';
import { Button } from '../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft } from '../kit/layout.tsx';

/** How devices reach the open feed, and a new key for them. */
export function Devices() {
  const may = useMay();
  const change = useMutation({ mutationFn: () => ask('POST /feed-key') });
  return (
    <Card aria-label="Devices">
      <h2>Devices</h2>
      <p>
        A device posts shots to <code>/api/feed/shots</code> with the key in <code>feed.json</code> of the data folder.
        The simulated range monitor finds both by itself:
      </p>
      <code>npm run stand-in -- range-monitor --speed 92 --count 12</code>
      <Soft>Its shots go to the block that takes live shots; start a block first.</Soft>
      {may('POST /feed-key') ? (
        <Row>
          <Button onPress={() => change.mutate()} isDisabled={change.isPending}>
            Change the key
          </Button>
          <Soft>Devices that still use the old one are refused from then on.</Soft>
        </Row>
      ) : null}
      {change.error ? <Failed error={change.error} /> : null}
      {change.data ? (
        <Notice tone="held" role="status">
          The new key, also in <code>feed.json</code>: <code>{change.data.key}</code>
        </Notice>
      ) : null}
    </Card>
  );
}
