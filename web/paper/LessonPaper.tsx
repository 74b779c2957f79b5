import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { ask } from '../base/api.ts';
import { ButtonLink, PrimaryButton } from '../kit/controls.tsx';
import { Failed, Page, Soft, Waiting } from '../kit/layout.tsx';
import { NotOnPaper } from './paper-style.tsx';
import { SheetView } from './SheetView.tsx';

/** A lesson's page for the student: looked at here, printed, saved as PDF; the student has it on the private link too. */
export default function LessonPaper() {
  const { id = '' } = useParams();
  const sheet = useQuery({ queryKey: ['sheet', id], queryFn: () => ask('GET /lessons/:id/sheet', { id }) });
  return (
    <Page>
      <NotOnPaper>
        <PrimaryButton onPress={() => window.print()} isDisabled={!sheet.data}>
          Print
        </PrimaryButton>
        <ButtonLink href={`/api/lessons/${id}/sheet/pdf`} target="_blank" rel="noreferrer">
          PDF, one page
        </ButtonLink>
        <ButtonLink href={`/lessons/${id}/review`}>Back to the lesson</ButtonLink>
        <Soft>The student finds this page on the practice link, under “My last lesson”.</Soft>
      </NotOnPaper>
      {sheet.isPending ? <Waiting what="the page" /> : null}
      {sheet.error ? <Failed error={sheet.error} retry={() => void sheet.refetch()} /> : null}
      {sheet.data ? <SheetView sheet={sheet.data} /> : null}
    </Page>
  );
}
