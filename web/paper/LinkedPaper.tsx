import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { ask } from '../base/api.ts';
import { Button, ButtonLink } from '../kit/controls.tsx';
import { Failed, Page, Waiting } from '../kit/layout.tsx';
import { NotOnPaper } from './paper-style.tsx';
import { SheetView } from './SheetView.tsx';

/** The newest lesson's page behind the student's private link. */
export default function LinkedPaper() {
  const { token = '' } = useParams();
  const sheet = useQuery({
    queryKey: ['practice', token, 'sheet'],
    queryFn: () => ask('GET /practice/:token/sheet', { token }),
    retry: false,
  });
  return (
    <Page>
      <NotOnPaper>
        <Button onPress={() => window.print()} isDisabled={!sheet.data}>
          Print
        </Button>
        <ButtonLink href={`/api/practice/${token}/sheet/pdf`}>PDF</ButtonLink>
        <ButtonLink href={`/practice/${token}`}>Back to the plan</ButtonLink>
      </NotOnPaper>
      {sheet.isPending ? <Waiting what="your lesson" /> : null}
      {sheet.error ? <Failed error={sheet.error} retry={() => void sheet.refetch()} /> : null}
      {sheet.data ? <SheetView sheet={sheet.data} /> : null}
    </Page>
  );
}
