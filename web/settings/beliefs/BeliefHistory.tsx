import { format } from 'date-fns';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Link } from 'react-router';
import type { BeliefsAnswer } from '../../../api/types.ts';
import { PRIOR_STUDENTS } from '../../../core/beliefs/beliefs.ts';
import { heldChanges } from '../../../core/beliefs/changes.ts';
import { faultById } from '../../../core/catalogue/faults.ts';
import { Button } from '../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft } from '../../kit/layout.tsx';
import { saveFile } from '../../kit/save-file.ts';
import { ChangeList } from './ChangeList.tsx';
import { useBeliefChange, useBeliefWrite } from './data.ts';

/** What was changed and what was learned; all of it can be put back, saved as a file, and read from one. */
export function BeliefHistory({ answer }: { answer: BeliefsAnswer }) {
  const { confirmed, changes, beliefs, learnedSince } = answer;
  const [unread, setUnread] = useState<string>();
  const write = useBeliefWrite();
  const learning = useBeliefChange();
  const held = heldChanges(changes).filter((c) => c.kind !== 'learning').length;
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setUnread(undefined);
    try {
      const content = JSON.parse(await file.text()) as unknown;
      write.mutate({ path: 'import', body: { beliefs: content, fileName: file.name } });
    } catch {
      setUnread(`“${file.name}” is not JSON; expected a file that was saved here. Nothing was changed.`);
    }
  };
  const error = write.error ?? learning.error;
  return (
    <>
      {error ? <Failed error={error} /> : null}
      {unread ? (
        <Notice tone="stop" role="alert">
          {unread}
        </Notice>
      ) : null}
      <Card aria-label="Learned">
        <h2>Learned from confirmed causes</h2>
        <Soft>
          A cause is confirmed once a notch is cut in a later lesson while it is the target. Each moves the chance of
          its fault for other students; the catalogue (or your own value) counts as {PRIOR_STUDENTS} students beside
          them. A verdict that was only taken counts nothing.
        </Soft>
        {confirmed.length === 0 ? (
          <p>None so far{learnedSince ? ` since ${format(new Date(learnedSince), 'd MMM yyyy, HH:mm')}` : ''}.</p>
        ) : (
          <ul>
            {confirmed.map((c) => (
              <li key={`${c.studentId} ${c.fault}`}>
                “{faultById(c.fault)?.name ?? c.fault}”: <Link to={`/students/${c.studentId}`}>{c.studentName}</Link>,{' '}
                {format(new Date(c.confirmedAt), 'd MMM yyyy')}
              </li>
            ))}
          </ul>
        )}
        <Row>
          {confirmed.length > 0 ? (
            <Button onPress={() => learning.mutate({ kind: 'learning', about: '', value: new Date().toISOString() })}>
              Start learning anew
            </Button>
          ) : null}
          {learnedSince ? (
            <Button onPress={() => learning.mutate({ kind: 'learning', about: '', value: null })}>
              Count from the beginning again
            </Button>
          ) : null}
        </Row>
      </Card>
      <Card aria-label="Changes">
        <h2>Changed by hand</h2>
        <Soft>
          {held === 0
            ? 'All numbers are the catalogue’s.'
            : `${held} ${held === 1 ? 'number is' : 'numbers are'} your own.`}{' '}
          Verdicts that were given stay as they were.
        </Soft>
        <Row>
          <Button isDisabled={held === 0} onPress={() => write.mutate({ path: 'reset', body: {} })}>
            Put all back to the catalogue’s
          </Button>
          <Button
            onPress={() => saveFile(JSON.stringify(beliefs, null, 2), 'diagnosis-numbers.json', 'application/json')}
          >
            Save as a file
          </Button>
          <FileTrigger acceptedFileTypes={['.json', 'application/json']} onSelect={(list) => void read(list?.[0])}>
            <Button>Read a file</Button>
          </FileTrigger>
        </Row>
        <ChangeList changes={changes} named />
      </Card>
    </>
  );
}
