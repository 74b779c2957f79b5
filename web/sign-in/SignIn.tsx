import { yupResolver } from '@hookform/resolvers/yup';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Controller, useForm } from 'react-hook-form';
import styled from 'styled-components';
import { accountSchema, signInSchema } from '../../api/schemas.ts';
import { ask, queryClient } from '../base/api.ts';
import { PrimaryButton, TextField } from '../kit/controls.tsx';
import { Card, Failed, Soft, Waiting } from '../kit/layout.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';

const Centre = styled.main`
  min-height: 100vh;
  display: grid;
  place-content: center;
  padding: var(--s4);
  grid-template-columns: minmax(0, 420px);
  gap: var(--s5);
`;

const EXAMPLE = {
  latestMps: 42.6,
  spreadMps: 0.5,
  goalMps: 44.7,
  notches: [{ date: '2026-03-14', speedMps: 41.4 }],
};

/** A column of text fields from field names, labels and a schema; shows the server's answer where it refuses. */
function FormOf({
  schema,
  fields,
  path,
  action,
}: {
  schema: Parameters<typeof yupResolver>[0];
  fields: readonly { name: string; label: string; hint?: string; type?: 'password'; given?: string }[];
  path: 'POST /setup' | 'POST /session';
  action: string;
}) {
  const { control, handleSubmit } = useForm<Record<string, string>>({
    resolver: yupResolver(schema) as never,
    defaultValues: Object.fromEntries(fields.map((f) => [f.name, f.given ?? ''])),
  });
  const send = useMutation({
    mutationFn: (values: Record<string, string>) => ask(path, { body: values }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['session'] }),
  });
  return (
    <form onSubmit={(e) => void handleSubmit((v) => send.mutate(v))(e)} noValidate style={{ display: 'contents' }}>
      {fields.map((f, i) => (
        <Controller
          key={f.name}
          control={control}
          name={f.name}
          render={({ field, fieldState }) => (
            <TextField
              {...field}
              label={f.label}
              hint={f.hint}
              type={f.type}
              autoFocus={i === 0}
              error={fieldState.error?.message && `${f.label} ${fieldState.error.message}`}
            />
          )}
        />
      ))}
      {send.error ? <Failed error={send.error} /> : null}
      <PrimaryButton type="submit" isDisabled={send.isPending}>
        {action}
      </PrimaryButton>
    </form>
  );
}

/** Sign-in, or the first-run page that creates the instructor's account. */
export default function SignIn() {
  const setup = useQuery({ queryKey: ['setup'], queryFn: () => ask('GET /setup') });
  if (setup.isPending) return <Waiting what="Maple Notch" />;
  if (setup.error) return <Failed error={setup.error} retry={() => void setup.refetch()} />;
  return (
    <Centre>
      <div>
        <h1>Maple Notch</h1>
        <Soft>Find what limits the speed, change one thing, see whether it held.</Soft>
        <NotchStick stick={EXAMPLE} size="header" />
      </div>
      <Card>
        {setup.data.needsAccount ? (
          <>
            <h2>Set up your practice</h2>
            <Soft>This is the first start. The account stays on this machine.</Soft>
            <FormOf
              schema={accountSchema}
              path="POST /setup"
              action="Create the account"
              fields={[
                { name: 'practiceName', label: 'Name of the practice' },
                { name: 'name', label: 'Your name' },
                { name: 'signIn', label: 'Sign-in name' },
                { name: 'password', label: 'Password', hint: 'At least 10 characters.', type: 'password' },
                ...(setup.data.needsCode
                  ? [
                      {
                        name: 'setupCode',
                        label: 'Code of the first start',
                        hint: 'It was printed where the program was started.',
                        given: new URLSearchParams(location.search).get('code') ?? '',
                      },
                    ]
                  : []),
              ]}
            />
          </>
        ) : (
          <>
            <h2>Sign in</h2>
            <FormOf
              schema={signInSchema}
              path="POST /session"
              action="Sign in"
              fields={[
                { name: 'signIn', label: 'Sign-in name' },
                { name: 'password', label: 'Password', type: 'password' },
              ]}
            />
          </>
        )}
      </Card>
    </Centre>
  );
}
