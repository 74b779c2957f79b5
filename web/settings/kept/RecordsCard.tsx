import { useMutation } from '@tanstack/react-query';
import { FileTrigger } from 'react-aria-components';
import { ask, queryClient } from '../../base/api.ts';
import { Button } from '../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft } from '../../kit/layout.tsx';

/** The practice taken elsewhere, and records brought in. */
export function RecordsCard() {
  const bring = useMutation({
    mutationFn: (file: File) =>
      ask('POST /records', { query: { name: file.name }, body: file, contentType: 'application/octet-stream' }),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  return (
    <Card aria-label="Records">
      <h2>Records to take elsewhere</h2>
      <p>
        <a href="/api/export" download>
          Save the whole practice as a file
        </a>
      </p>
      <Soft>
        A ZIP with every table as lines of JSON, the original files, and a summary to read. One student’s is on the
        student’s page. Accounts, private links and the log stay here.
      </Soft>
      <Row>
        <FileTrigger
          acceptedFileTypes={['.zip', 'application/zip']}
          onSelect={(list) => list?.[0] && bring.mutate(list[0])}
        >
          <Button isDisabled={bring.isPending}>{bring.isPending ? 'Bringing it in …' : 'Bring a record in'}</Button>
        </FileTrigger>
      </Row>
      {bring.error ? <Failed error={bring.error} /> : null}
      {bring.data ? (
        <Notice tone="held" role="status">
          {bring.data.students === 1 ? bring.data.name : `${bring.data.students} students`} came in, with{' '}
          {bring.data.files} original files.
        </Notice>
      ) : null}
    </Card>
  );
}
