import { yupResolver } from '@hookform/resolvers/yup';
import { useMutation } from '@tanstack/react-query';
import { Controller, useForm } from 'react-hook-form';
import { PrimaryButton, TextField } from '../kit/controls.tsx';
import { Failed } from '../kit/layout.tsx';

export interface FormField {
  readonly name: string;
  readonly label: string;
  readonly hint?: string;
  readonly type?: 'password';
  readonly given?: string;
  readonly autoComplete?: string;
  readonly takesFocus?: boolean;
}

/** A column of text fields from names, labels and a schema; shows the server's answer where it refuses. */
export function FieldsForm({
  schema,
  fields,
  send,
  onDone,
  action,
  takesFocus = false,
}: {
  schema: Parameters<typeof yupResolver>[0];
  fields: readonly FormField[];
  send: (values: Record<string, string>) => Promise<unknown>;
  onDone?: () => unknown;
  action: string;
  takesFocus?: boolean;
}) {
  const { control, handleSubmit, reset } = useForm<Record<string, string>>({
    resolver: yupResolver(schema) as never,
    defaultValues: Object.fromEntries(fields.map((f) => [f.name, f.given ?? ''])),
  });
  const sending = useMutation({
    mutationFn: send,
    onSuccess: async () => {
      reset();
      await onDone?.();
    },
  });
  return (
    <form onSubmit={(e) => void handleSubmit((v) => sending.mutate(v))(e)} noValidate style={{ display: 'contents' }}>
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
              autoComplete={f.autoComplete}
              autoFocus={f.takesFocus ?? (takesFocus && i === 0)}
              error={fieldState.error?.message && `${f.label} ${fieldState.error.message}`}
            />
          )}
        />
      ))}
      {sending.error ? <Failed error={sending.error} /> : null}
      <PrimaryButton type="submit" isDisabled={sending.isPending}>
        {action}
      </PrimaryButton>
    </form>
  );
}
