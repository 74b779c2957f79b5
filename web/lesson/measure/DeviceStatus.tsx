import { useQuery } from '@tanstack/react-query';
import { Radio, Unplug } from 'lucide-react';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { DeviceWire } from '../../../api/types.ts';
import { ask, queryClient } from '../../base/api.ts';
import { onLive } from '../../base/live.ts';
import { Soft } from '../../kit/layout.tsx';

/** A device that was not heard for this long is lost, ms. */
const LOST_AFTER_MS = 12_000;

const Place = styled.span`
  margin-left: auto;
  display: inline-flex;
  align-items: center;
  gap: var(--s2);
  min-height: var(--touch);
`;

/** Says which device is heard, and when one was lost; a device that comes back is heard again by itself. */
export function DeviceStatus() {
  const devices = useQuery({ queryKey: ['devices'], queryFn: () => ask('GET /devices') });
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const stop = onLive((message) => {
      if (message.kind !== 'device') return;
      const { device } = message;
      queryClient.setQueryData<DeviceWire[]>(['devices'], (known) => [
        ...(known ?? []).filter((d) => d.deviceId !== device.deviceId),
        device,
      ]);
    });
    const timer = setInterval(() => setNow(Date.now()), 2000);
    return () => {
      stop();
      clearInterval(timer);
    };
  }, []);
  const last = [...(devices.data ?? [])].sort((a, b) => b.heardAt.localeCompare(a.heardAt))[0];
  if (!last) return null;
  const ago = Math.max(0, now - Date.parse(last.heardAt));
  const lost = ago > LOST_AFTER_MS;
  const name = last.kind || 'device';
  return (
    <Place role="status">
      {lost ? <Unplug size={18} aria-hidden /> : <Radio size={18} aria-hidden />}
      <Soft>
        {lost
          ? `${name} lost: last heard at ${new Date(last.heardAt).toLocaleTimeString('en-GB')}`
          : `${name} is heard`}
      </Soft>
    </Place>
  );
}
