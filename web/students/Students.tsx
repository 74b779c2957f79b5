import { useInfiniteQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useDeferredValue } from 'react';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useMay } from '../base/session.tsx';
import { ask } from '../base/api.ts';
import { Button, ButtonLink } from '../kit/controls.tsx';
import { Card, Failed, Grid, Page, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';
import { SearchField } from '../kit/SearchField.tsx';

const Name = styled.h2`
  overflow-wrap: anywhere;
`;

/** All students as cards with their sticks. */
export default function Students() {
  const [params] = useSearchParams();
  const search = useDeferredValue(params.get('search') ?? '');
  const list = useInfiniteQuery({
    queryKey: ['students', search],
    queryFn: ({ pageParam }) => ask('GET /students', { query: { offset: pageParam, search } }),
    initialPageParam: 0,
    getNextPageParam: (last) => last.nextOffset,
  });
  const may = useMay();
  const cards = list.data?.pages.flatMap((p) => p.students) ?? [];
  return (
    <Page>
      <Spread>
        <h1>Students</h1>
        <SearchField label="Search by name" />
        {may('PUT /students/:id') ? <ButtonLink href="/students/new">Add a student</ButtonLink> : null}
      </Spread>
      {list.isPending ? <Waiting what="students" /> : null}
      {list.error ? <Failed error={list.error} retry={() => void list.refetch()} /> : null}
      {list.data && cards.length === 0 ? (
        <Card>
          <p>{search ? `Nobody is called “${search}”.` : 'No students yet. Add the first one to start.'}</p>
        </Card>
      ) : null}
      <Grid $least="300px">
        {cards.map((s) => (
          <Card key={s.id}>
            <Name>
              <Link to={`/students/${s.id}`}>{s.name}</Link>
            </Name>
            <Soft>
              {s.handedness}-handed · {s.level} · {s.lessons === 1 ? '1 lesson' : `${s.lessons} lessons`}
              {s.lastLessonAt ? `, last ${format(new Date(s.lastLessonAt), 'd MMM')}` : ''}
            </Soft>
            <NotchStick stick={s.stick} size="card" />
          </Card>
        ))}
      </Grid>
      {list.hasNextPage ? <Button onPress={() => void list.fetchNextPage()}>Show more</Button> : null}
    </Page>
  );
}
