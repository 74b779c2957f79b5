import { useEffect, useState } from 'react';

const MINUTE_MS = 60_000;

/** The time, as of this minute: a view that stays open past midnight shows the new day. */
export function useNow(): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), MINUTE_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}
