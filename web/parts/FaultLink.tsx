import { Link } from 'react-router';
import { faultById } from '../../core/catalogue/faults.ts';

/** Name of a fault, which opens its page. @param lessonId lesson whose student the page speaks of */
export const FaultLink = ({ id, lessonId, words }: { id: string; lessonId?: string; words?: string }) => (
  <Link to={`/faults/${id}${lessonId ? `?lesson=${lessonId}` : ''}`}>{words ?? faultById(id)?.name ?? id}</Link>
);
