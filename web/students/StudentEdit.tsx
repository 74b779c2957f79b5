import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { ask, newId } from '../base/api.ts';
import { Failed, Page, Waiting } from '../kit/layout.tsx';
import { StudentForm } from '../parts/StudentForm.tsx';

/** Adds a student, or edits one. */
export default function StudentEdit() {
  const { id: given } = useParams();
  const navigate = useNavigate();
  const made = useState(newId)[0];
  const id = given ?? made;
  const student = useQuery({
    queryKey: ['student', id],
    queryFn: () => ask('GET /students/:id', { id }),
    enabled: given !== undefined,
  });
  if (given !== undefined && student.isPending) {
    return (
      <Page>
        <Waiting what="the student" />
      </Page>
    );
  }
  return (
    <Page>
      <h1>{given ? 'Edit the student' : 'Add a student'}</h1>
      {student.error ? <Failed error={student.error} /> : null}
      <StudentForm id={id} student={student.data?.student} onSaved={() => void navigate(`/students/${id}`)} />
    </Page>
  );
}
