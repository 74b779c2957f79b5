import { useMutation } from '@tanstack/react-query';
import { format } from 'date-fns';
import type { ScreenInput } from '../../api/schemas.ts';
import { useDraft } from '../base/drafts.tsx';
import { ask, queryClient } from '../base/api.ts';
import { useIntent } from '../base/intent.ts';
import { ForRole } from './ForRole.tsx';
import { Button, QuietButton, TextField } from '../kit/controls.tsx';
import { Card, DataTable, Failed, Grid, Row, Soft } from '../kit/layout.tsx';
import { sentOf } from '../kit/typed-number.ts';

const FIELDS = [
  ['trunkTurnLeadDeg', 'Trunk turn to lead, °'],
  ['trunkTurnTrailDeg', 'Trunk turn to trail, °'],
  ['toeExtensionLeadDeg', 'Big toe, lead, °'],
  ['toeExtensionTrailDeg', 'Big toe, trail, °'],
  ['balanceLeadS', 'One-leg stand, lead, s'],
  ['balanceTrailS', 'One-leg stand, trail, s'],
  ['heelRaises', 'Quick heel raises'],
] as const;
type FieldName = (typeof FIELDS)[number][0];

/** Screen results, entered with their date, older ones beside them. */
export function ScreenForm({ studentId, screens }: { studentId: string; screens: readonly ScreenInput[] }) {
  const [values, setValues, clearValues] = useDraft<Partial<Record<FieldName, string>>>('screen', {});
  const intent = useIntent();
  const save = useMutation({
    mutationFn: () => {
      const numbers = Object.fromEntries(FIELDS.map(([name]) => [name, sentOf(values[name] ?? '')]));
      return ask('POST /students/:id/screens', {
        id: studentId,
        body: {
          id: intent.idFor(numbers),
          takenOn: format(new Date(), 'yyyy-MM-dd'),
          ...numbers,
        },
      });
    },
    onSuccess: async () => {
      intent.done();
      clearValues();
      await queryClient.invalidateQueries();
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => ask('DELETE /screens/:id', { id }),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  return (
    <Card aria-label="Body screen">
      <h2>Body screen</h2>
      <Soft>
        Seated trunk turn about 45°, big-toe extension about 55° (45–65° is called functional), one-leg stand 10 s are
        typical.
      </Soft>
      <Grid $least="150px">
        {FIELDS.map(([name, label]) => (
          <TextField
            key={name}
            label={label}
            inputMode="decimal"
            value={values[name] ?? ''}
            onChange={(v) => setValues({ ...values, [name]: v })}
          />
        ))}
      </Grid>
      {save.error ? <Failed error={save.error} /> : null}
      <Row>
        <Button
          onPress={() => save.mutate()}
          isDisabled={save.isPending || Object.values(values).every((v) => !v?.trim())}
        >
          Keep the results
        </Button>
      </Row>
      {screens.length === 0 ? null : (
        <DataTable>
          <thead>
            <tr>
              <th scope="col">Date</th>
              {FIELDS.map(([name, label]) => (
                <th key={name} scope="col">
                  {label}
                </th>
              ))}
              <th scope="col">
                <span className="visually-hidden">remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {screens.slice(0, 4).map((s) => (
              <tr key={s.id}>
                <th scope="row">{s.takenOn}</th>
                {FIELDS.map(([name]) => (
                  <td key={name}>{s[name] ?? '–'}</td>
                ))}
                <td>
                  <ForRole to="DELETE /screens/:id">
                    <QuietButton onPress={() => remove.mutate(s.id)} aria-label={`Remove the screen of ${s.takenOn}`}>
                      Remove
                    </QuietButton>
                  </ForRole>
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      )}
    </Card>
  );
}
