import { useMutation } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { ask, queryClient } from '../base/api.ts';
import { Button, PrimaryButton, QuietButton, TextField } from '../kit/controls.tsx';
import { Failed, Notice, Soft } from '../kit/layout.tsx';

/** On the page of the first start: a practice comes back from its backup. */
export function RestoreBackup({ needsCode, given, onBack }: { needsCode: boolean; given: string; onBack: () => void }) {
  const [code, setCode] = useState(given);
  const [file, setFile] = useState<File | null>(null);
  const restore = useMutation({
    mutationFn: (chosen: File) =>
      ask('POST /setup/restore', {
        query: { name: chosen.name, ...(needsCode ? { code } : {}) },
        body: chosen,
        contentType: 'application/octet-stream',
      }),
  });
  if (restore.data) {
    return (
      <>
        <Notice tone="held" role="status">
          The practice is back as it was on {format(new Date(restore.data.madeAt), 'd MMM yyyy, HH:mm')}:{' '}
          {restore.data.rows} rows and {restore.data.files} files, counts and hashes checked.
        </Notice>
        <PrimaryButton onPress={() => void queryClient.invalidateQueries()}>Sign in</PrimaryButton>
      </>
    );
  }
  return (
    <>
      <h2>Put a backup back</h2>
      <Soft>All of it is checked first. Accounts and passwords are those of the day of the backup.</Soft>
      <FileTrigger acceptedFileTypes={['.zip', 'application/zip']} onSelect={(list) => setFile(list?.[0] ?? null)}>
        <Button>{file ? `${file.name}, ${(file.size / 1e6).toFixed(1)} MB` : 'Choose the backup (ZIP)'}</Button>
      </FileTrigger>
      {needsCode ? (
        <TextField
          label="Code of the first start"
          hint="It was printed where the program was started."
          value={code}
          onChange={setCode}
        />
      ) : null}
      {restore.error ? <Failed error={restore.error} /> : null}
      <PrimaryButton isDisabled={file === null || restore.isPending} onPress={() => file && restore.mutate(file)}>
        {restore.isPending ? 'Checking and putting back …' : 'Put it back'}
      </PrimaryButton>
      <QuietButton onPress={onBack}>Set up a new practice</QuietButton>
    </>
  );
}
