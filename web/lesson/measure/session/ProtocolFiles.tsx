import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { ProtocolChoiceWire } from '../../../../api/protocol-types.ts';
import { ask } from '../../../base/api.ts';
import { useIntent } from '../../../base/intent.ts';
import { Button, QuietButton } from '../../../kit/controls.tsx';
import { Notice, Row } from '../../../kit/layout.tsx';
import { ForRole } from '../../../parts/ForRole.tsx';
import { readProtocolFile, saveProtocolFile } from './protocols-file.ts';

/** The chosen protocol as a file, and a protocol from one. */
export function ProtocolFiles({ choice, onRead }: { choice: ProtocolChoiceWire | undefined; onRead: () => void }) {
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  const intent = useIntent();
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      const protocol = readProtocolFile(await file.text(), file.name);
      await ask('PUT /protocols/:id', { id: intent.idFor(protocol), body: protocol });
      intent.done();
      setSaid({ text: `“${protocol.name}” can be chosen now.`, wrong: false });
      onRead();
    } catch (error) {
      setSaid({ text: (error as Error).message, wrong: true });
    }
  };
  return (
    <>
      <Row>
        {choice ? <QuietButton onPress={() => saveProtocolFile(choice.said)}>Save it as JSON</QuietButton> : null}
        <ForRole to="PUT /protocols/:id">
          <FileTrigger
            acceptedFileTypes={['.json', 'application/json']}
            onSelect={(list) => void read(list?.[0] ?? undefined)}
          >
            <Button>A protocol from a file</Button>
          </FileTrigger>
        </ForRole>
      </Row>
      {said ? (
        <Notice tone={said.wrong ? 'stop' : 'held'} role="status">
          {said.text}
        </Notice>
      ) : null}
    </>
  );
}
