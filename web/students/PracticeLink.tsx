import { useMutation } from '@tanstack/react-query';
import QRCode from 'qrcode';
import { useState } from 'react';
import styled from 'styled-components';
import { ask, queryClient } from '../base/api.ts';
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

/** Private link to the student's practice page: made here, shown once, withdrawn at will. */
export function PracticeLink({ studentId, active }: { studentId: string; active: boolean }) {
  const [made, setMade] = useState<{ address: string; picture: string } | null>(null);
  const make = useMutation({
    mutationFn: async () => {
      const { path } = await ask('POST /students/:id/practice-link', { id: studentId });
      const address = new URL(path, window.location.origin).href;
      return { address, picture: await QRCode.toDataURL(address, { margin: 1, width: 300 }) };
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
      {make.error ? <Failed error={make.error} /> : null}
      <Row>
        <Button onPress={() => make.mutate()} isDisabled={make.isPending}>
          {active ? 'Make a new link' : 'Make the link'}
        </Button>
        {active ? <Button onPress={() => withdraw.mutate()}>Withdraw the link</Button> : <Soft>No link is open.</Soft>}
      </Row>
    </Card>
  );
}
