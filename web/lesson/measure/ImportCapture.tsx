import { useState } from 'react';
import {
  AXIS_NAMES,
  axesFit,
  POINT_ROLES,
  ROLE_NAMES,
  type AxisName,
  type PointRole,
} from '../../../core/capture/points/roles.ts';
import {
  columnsFor,
  mappingLacks,
  unitsFor,
  type CaptureKind,
  type CaptureMapping,
  type MappedChannel,
} from '../../../core/formats/capture-mapping.ts';
import { Tick } from '../../kit/chips.tsx';
import { Button, PrimaryButton, Select } from '../../kit/controls.tsx';
import { Card, DataTable, Grid, Notice, Row, SideScroll, Soft, Spread } from '../../kit/layout.tsx';
import type { CaptureNeeds } from '../../workers/capture-tasks.ts';

const NOTHING = 'nothing';
const AXIS_OPTIONS = AXIS_NAMES.map((a) => ({ id: a, name: a.replace('-', '−') }));

/** Role of a point, one at most. */
const roleOf = (mapping: CaptureMapping, label: string): PointRole | undefined =>
  POINT_ROLES.find((r) => mapping.points[r]?.includes(label));

/** The mapping step: what each channel and point of a capture file stands for, guessed, to be put right. */
export function ImportCapture({
  fileName,
  kind,
  needs,
  remembered,
  isBusy,
  onRead,
  onDone,
}: {
  fileName: string;
  kind: CaptureKind;
  needs: CaptureNeeds;
  remembered: CaptureMapping | null;
  isBusy: boolean;
  onRead: (mapping: CaptureMapping, remember: boolean) => void;
  onDone: () => void;
}) {
  const [mapping, setMapping] = useState(remembered ?? needs.guess);
  const [remember, setRemember] = useState(true);
  const columns = columnsFor(kind);
  const lacks = mappingLacks(mapping, kind);
  const wrongAxes = !axesFit(mapping.axes);
  const setChannel = (label: string, change: Partial<MappedChannel>): void => {
    const now = mapping.channels.find((c) => c.label === label);
    const rest = mapping.channels.filter((c) => c.label !== label);
    const column = change.column ?? now?.column;
    if (!column || column === NOTHING) return setMapping({ ...mapping, channels: rest });
    const units = unitsFor(column);
    const wanted = change.unit ?? now?.unit ?? needs.channels.find((c) => c.label === label)?.unit ?? '';
    const unit = units.includes(wanted.toLowerCase()) ? wanted.toLowerCase() : units[0]!;
    const free = rest.filter((c) => c.column !== column);
    setMapping({ ...mapping, channels: [...free, { column, label, unit, reverse: change.reverse ?? now?.reverse }] });
  };
  const setPoint = (label: string, role: string): void => {
    const without = Object.fromEntries(
      POINT_ROLES.map((r) => [r, (mapping.points[r] ?? []).filter((l) => l !== label)] as const).filter(
        ([, list]) => list.length > 0,
      ),
    ) as CaptureMapping['points'];
    if (role === NOTHING) return setMapping({ ...mapping, points: without });
    const r = role as PointRole;
    setMapping({ ...mapping, points: { ...without, [r]: [...(without[r] ?? []), label] } });
  };
  const setAxis = (which: 'towardTarget' | 'up', axis: string): void =>
    setMapping({ ...mapping, axes: { ...mapping.axes, [which]: axis as AxisName } });
  return (
    <Card aria-label={`What ${fileName} holds`}>
      <Spread>
        <h3>
          {fileName}: {needs.channels.length} channels, {needs.points.length} points
        </h3>
        {remembered ? <Soft>as you read these names before</Soft> : null}
      </Spread>
      <Soft>Say what the names stand for. Guesses are by name; what is nothing here is not read.</Soft>
      {needs.channels.length > 0 ? (
        <SideScroll tabIndex={0} role="region" aria-label="Channels of the file">
          <DataTable>
            <thead>
              <tr>
                <th scope="col">channel</th>
                <th scope="col">is</th>
                <th scope="col">in</th>
                <th scope="col">counts</th>
              </tr>
            </thead>
            <tbody>
              {needs.channels.map(({ label }) => {
                const now = mapping.channels.find((c) => c.label === label);
                return (
                  <tr key={label}>
                    <th scope="row">{label}</th>
                    <td>
                      <Select
                        label={`What ${label} is`}
                        hideLabel
                        value={now?.column ?? NOTHING}
                        onChange={(column) => setChannel(label, { column })}
                        options={[NOTHING, ...columns].map((c) => ({ id: c, name: c }))}
                      />
                    </td>
                    <td>
                      {now ? (
                        <Select
                          label={`Unit of ${label}`}
                          hideLabel
                          value={now.unit}
                          onChange={(unit) => setChannel(label, { unit })}
                          options={unitsFor(now.column).map((u) => ({ id: u, name: u }))}
                        />
                      ) : null}
                    </td>
                    <td>
                      {now ? (
                        <Tick isSelected={now.reverse ?? false} onChange={(reverse) => setChannel(label, { reverse })}>
                          the other way round
                        </Tick>
                      ) : null}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </DataTable>
        </SideScroll>
      ) : null}
      {kind === 'motion' && needs.points.length > 0 ? (
        <>
          <Grid $least="180px">
            <Select
              label="Toward the target is"
              value={mapping.axes.towardTarget}
              onChange={(a) => setAxis('towardTarget', a)}
              options={AXIS_OPTIONS}
            />
            <Select label="Up is" value={mapping.axes.up} onChange={(a) => setAxis('up', a)} options={AXIS_OPTIONS} />
          </Grid>
          <SideScroll tabIndex={0} role="region" aria-label="Points of the file">
            <Grid $least="210px">
              {needs.points.map((label) => (
                <Select
                  key={label}
                  label={label}
                  value={roleOf(mapping, label) ?? NOTHING}
                  onChange={(role) => setPoint(label, role)}
                  options={[
                    { id: NOTHING, name: NOTHING },
                    ...POINT_ROLES.map((r) => ({ id: r, name: ROLE_NAMES[r] })),
                  ]}
                />
              ))}
            </Grid>
          </SideScroll>
        </>
      ) : null}
      {lacks.map((l) => (
        <Notice key={l} tone="stop" role="alert">
          {l}
        </Notice>
      ))}
      {wrongAxes ? (
        <Notice tone="stop" role="alert">
          Toward the target and up must be two different axes.
        </Notice>
      ) : null}
      <Row>
        <PrimaryButton onPress={() => onRead(mapping, remember)} isDisabled={lacks.length > 0 || wrongAxes || isBusy}>
          {isBusy ? 'Reading …' : 'Read the file so'}
        </PrimaryButton>
        <Button onPress={onDone}>Not now</Button>
        <Tick isSelected={remember} onChange={setRemember}>
          Remember it for files with these names
        </Tick>
      </Row>
    </Card>
  );
}
