import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense, useEffect } from 'react';
import { I18nProvider, RouterProvider as AriaRouter } from 'react-aria-components';
import { ErrorBoundary } from 'react-error-boundary';
import { BrowserRouter, Navigate, Route, Routes, useHref, useNavigate } from 'react-router';
import { ThemeProvider } from 'styled-components';
import { Failed, Page, Waiting } from '../kit/layout.tsx';
import { queryClient } from '../base/api.ts';
import { GlobalStyle } from './GlobalStyle.tsx';
import { SettingsProvider, useSession, useSettings } from '../base/session.tsx';
import { useShelf } from '../base/shelf.ts';
import { Shell } from './Shell.tsx';
import { themes } from '../base/theme.ts';

const SignIn = lazy(() => import('../sign-in/SignIn.tsx'));
const Join = lazy(() => import('../sign-in/Join.tsx'));
const Today = lazy(() => import('../today/Today.tsx'));
const Week = lazy(() => import('../today/Week.tsx'));
const Students = lazy(() => import('../students/Students.tsx'));
const StudentEdit = lazy(() => import('../students/StudentEdit.tsx'));
const StudentPage = lazy(() => import('../students/StudentPage.tsx'));
const ProgrammePage = lazy(() => import('../students/programme/ProgrammePage.tsx'));
const Lesson = lazy(() => import('../lesson/Lesson.tsx'));
const DrillShelf = lazy(() => import('../drills/DrillShelf.tsx'));
const FaultPage = lazy(() => import('../faults/FaultPage.tsx'));
const Bench = lazy(() => import('../bench/Bench.tsx'));
const SettingsPage = lazy(() => import('../settings/SettingsPage.tsx'));
const LessonPaper = lazy(() => import('../paper/LessonPaper.tsx'));
const SeasonPaper = lazy(() => import('../paper/SeasonPaper.tsx'));
const LinkedPaper = lazy(() => import('../paper/LinkedPaper.tsx'));
const Practice = lazy(() => import('../practice/Practice.tsx'));

const waiting = (
  <Page>
    <Waiting what="Maple Notch" />
  </Page>
);

/** The places of a practice; what was written of drills is known before any of them is drawn. */
function Places({ children }: { children: React.ReactNode }) {
  const { isPending, errorUpdateCount } = useShelf();
  // One that could not be read is asked for again behind the page, not in its stead.
  return isPending && errorUpdateCount === 0 ? waiting : children;
}

function Instructor() {
  const session = useSession();
  if (session.isPending) return waiting;
  if (session.data === null) return <SignIn />;
  if (!session.data) {
    return (
      <Page>
        <Failed error={session.error} retry={() => void session.refetch()} />
      </Page>
    );
  }
  return (
    <SettingsProvider settings={session.data.settings} account={session.data.account}>
      <Themed>
        <Places>
          <Routes>
            <Route element={<Shell />}>
              <Route index element={<Today />} />
              <Route path="week" element={<Week />} />
              <Route path="students" element={<Students />} />
              <Route path="students/new" element={<StudentEdit />} />
              <Route path="students/:id" element={<StudentPage />} />
              <Route path="students/:id/programme" element={<ProgrammePage />} />
              <Route path="students/:id/season" element={<SeasonPaper />} />
              <Route path="students/:id/edit" element={<StudentEdit />} />
              <Route path="lessons/:id" element={<Lesson />} />
              <Route path="lessons/:id/sheet" element={<LessonPaper />} />
              <Route path="lessons/:id/:station" element={<Lesson />} />
              <Route path="drills" element={<DrillShelf />} />
              <Route path="faults/:id" element={<FaultPage />} />
              <Route path="bench" element={<Bench />} />
              <Route path="settings" element={<SettingsPage />} />
              <Route path="*" element={<Navigate to="/" replace />} />
            </Route>
          </Routes>
        </Places>
      </Themed>
    </SettingsProvider>
  );
}

/** The theme set in Settings, or the one that was set here last. */
function Themed({ children }: { children: React.ReactNode }) {
  const { theme } = useSettings();
  useEffect(() => localStorage.setItem('theme', theme), [theme]);
  return (
    <ThemeProvider theme={themes[theme]}>
      <GlobalStyle />
      {children}
    </ThemeProvider>
  );
}

function Pages() {
  const navigate = useNavigate();
  const last = localStorage.getItem('theme') === 'bay' ? 'bay' : 'paper';
  return (
    <AriaRouter navigate={(to) => void navigate(to)} useHref={useHref}>
      <ThemeProvider theme={themes[last]}>
        <GlobalStyle />
        <ErrorBoundary
          fallbackRender={({ error, resetErrorBoundary }) => (
            <Page>
              <Failed error={error} retry={resetErrorBoundary} />
            </Page>
          )}
        >
          <Suspense fallback={waiting}>
            <Routes>
              <Route path="/practice/:token" element={<Practice />} />
              <Route path="/practice/:token/lesson" element={<LinkedPaper />} />
              <Route path="/join/:token" element={<Join />} />
              <Route path="/*" element={<Instructor />} />
            </Routes>
          </Suspense>
        </ErrorBoundary>
      </ThemeProvider>
    </AriaRouter>
  );
}

export function App() {
  return (
    <I18nProvider locale="en-GB">
      <QueryClientProvider client={queryClient}>
        <BrowserRouter>
          <Pages />
        </BrowserRouter>
      </QueryClientProvider>
    </I18nProvider>
  );
}
