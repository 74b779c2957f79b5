import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams } from 'react-router';
import { joinSchema } from '../../api/account-schemas.ts';
import { ROLE_WORDS } from '../../api/roles.ts';
import { ask, queryClient } from '../base/api.ts';
import { Failed, Soft, Waiting } from '../kit/layout.tsx';
import { FieldsForm } from '../parts/FieldsForm.tsx';
import { FrontDoor } from './SignIn.tsx';

/** Behind a one-time link: somebody joins the practice, or chooses a new password. */
export default function Join() {
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const link = useQuery({ queryKey: ['join', token], queryFn: () => ask('GET /join/:token', { token }), retry: false });
  if (link.isPending) return <Waiting what="the link" />;
  if (link.error)
    return (
      <FrontDoor>
        <Failed error={link.error} />
      </FrontDoor>
    );
  const { practiceName, name, role, isReset } = link.data;
  const done = async (): Promise<void> => {
    await queryClient.invalidateQueries({ queryKey: ['session'] });
    await navigate('/', { replace: true });
  };
  return (
    <FrontDoor>
      <h2>{isReset ? 'Choose a new password' : `Join ${practiceName}`}</h2>
      <Soft>
        {isReset
          ? `For ${name} at ${practiceName}. All sign-ins that are open end.`
          : `${name}, as ${role}: ${ROLE_WORDS[role]}.`}
      </Soft>
      <FieldsForm
        schema={joinSchema}
        send={(body) => ask('POST /join/:token', { token, body })}
        onDone={done}
        action={isReset ? 'Keep the password' : 'Join'}
        takesFocus
        fields={[
          ...(isReset ? [] : [{ name: 'signIn', label: 'Sign-in name', autoComplete: 'username' }]),
          {
            name: 'password',
            label: 'Password',
            hint: 'At least 10 characters.',
            type: 'password' as const,
            autoComplete: 'new-password',
          },
        ]}
      />
    </FrontDoor>
  );
}
