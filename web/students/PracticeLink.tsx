import { useMutation } from '@tanstack/react-query';
import { format } from 'date-fns';
import QRCode from 'qrcode';
import { useState } from 'react';
import styled from 'styled-components';
import type { PracticeLinkWire } from '../../api/account-types.ts';
import { ask, queryClient } from '../base/api.ts';
import { Choice } from '../kit/chips.tsx';
import { Button } from '../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft } from '../kit/layout.tsx';

const Address = styled.code`
  overflow-wrap: anywhere;
`;
const Code = styled.img`
  width: 150px;
  height: 150px;
  background: var(--on-maple);
`;

const ENDS = [
  { id: '30', name: '30 days' },
  { id: '180', name: 'half a year' },
  { id: '365', name: 'a year' },
  { id: 'never', name: 'never' },
] as const;

const isLoopback = (host: string): boolean => host === 'localhost' || host === '[::1]' || host.startsWith('127.');

/** Private link to the student's practice page: made here, shown once, withdrawn at will. */
export function PracticeLink({ studentId, open }: { studentId: string; open: PracticeLinkWire | null }) {
  const [days, setDays] = useState<(typeof ENDS)[number]['id']>('180');
  const [made, setMade] = useState<{ address: string; here: boolean; picture: string } | null>(null);
  const make = useMutation({
    mutationFn: async () => {
      // Asked first: a link that is made ends the one before, and is shown only once.
      const { addresses } = await ask('GET /reach');
      const { path } = await ask('POST /students/:id/practice-link', {
        id: studentId,
        body: { days: days === 'never' ? null : Number(days) },
      });
      // A phone cannot call this machine by the name that it has for itself.
      const origin = isLoopback(window.location.hostname) ? addresses[0] : window.location.origin;
      const address = new URL(path, origin ?? window.location.origin).href;
      return {
        address,
        here: origin === undefined,
        picture: await QRCode.toDataURL(address, { margin: 1, width: 300 }),
      };
    },
    onSuccess: async (link) => {
      setMade(link);
      await queryClient.invalidateQueries({ queryKey: ['student', studentId] });
    },
  });
  const withdraw = useMutation({
    mutationFn: () => ask('DELETE /students/:id/practice-link', { id: studentId }),
    onSuccess: async () => {
      setMade(null);
      await queryClient.invalidateQueries({ queryKey: ['student', studentId] });
    },
  });
  return (
    <Card aria-label="Practice page">
      <h2>Practice page</h2>
      <Soft>The student opens the plan on a phone by a private link. A new link ends the old one.</Soft>
      {made ? (
        <Notice tone="held">
          <Row>
            <Code src={made.picture} alt="The link as a code for a phone’s camera" />
            <div>
              <a href={made.address} target="_blank" rel="noreferrer">
                <Address data-testid="practice-address">{made.address}</Address>
              </a>
              <p>
                <Soft>It is shown this once; only its fingerprint is kept.</Soft>
              </p>
            </div>
          </Row>
        </Notice>
      ) : null}
      {made?.here ? (
        <Notice tone="unsure">
          This address works on this machine alone: a phone does not find it. Start the program with{' '}
          <code>npm start -- --host 0.0.0.0</code> in a network that you trust (with <code>--cert</code> and{' '}
          <code>--key</code> for HTTPS, which the phone needs to keep the page and to use its microphone), or put it
          behind HTTPS, and open it by that address.
        </Notice>
      ) : null}
      {make.error ? <Failed error={make.error} /> : null}
      <Choice label="A new link ends after" value={days} onChange={setDays} options={ENDS} />
      <Row>
        <Button onPress={() => make.mutate()} isDisabled={make.isPending}>
          {open ? 'Make a new link' : 'Make the link'}
        </Button>
        {open ? <Button onPress={() => withdraw.mutate()}>Withdraw the link</Button> : <Soft>No link is open.</Soft>}
      </Row>
      {open ? (
        <Soft>
          Open {open.expiresAt ? `until ${format(new Date(open.expiresAt), 'd MMM yyyy')}` : 'without an end'};{' '}
          {open.usedAt ? `last used ${format(new Date(open.usedAt), 'd MMM, HH:mm')}.` : 'not used yet.'}
        </Soft>
      ) : null}
    </Card>
  );
}
