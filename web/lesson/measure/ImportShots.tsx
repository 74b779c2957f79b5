import { useState } from 'react';
import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import type { Repair } from '../../../core/formats/mapped-shots.ts';
import { unitsOf, type ColumnTarget, type MappedColumn } from '../../../core/formats/shot-columns.ts';
import { SHOT_FIELDS, toWire, type ShotKey } from '../../../core/formats/shot-fields.ts';
import { ask, newId } from '../../base/api.ts';
import { Button, PrimaryButton, Select } from '../../kit/controls.tsx';
import { Card, DataTable, Failed, Notice, Row, Soft, Spread, SideScroll } from '../../kit/layout.tsx';
import type { FilePreview } from '../../workers/tasks.ts';
import { useTask } from '../../workers/run.ts';
import { useLessonWrite } from '../common/data.ts';

const TARGETS: readonly { id: ColumnTarget; name: string }[] = [
  { id: 'ignore', name: '– leave out –' },
  { id: 'club', name: 'club' },
  { id: 'time', name: 'time' },
  ...SHOT_FIELDS.map((f) => ({ id: f.key, name: f.file.replace(/_/g, ' ') })),
];

/** A value in SI as the preview shows it: angles in degrees, spin in rpm, the rest in SI. */
function inSi(key: ShotKey, value: number | undefined): string {
  if (value === undefined) return '–';
  const unit = key.endsWith('Mps') ? 'm/s' : key.endsWith('RadPerS') ? 'rpm' : key.endsWith('Rad') ? '°' : 'm';
  const digits = unit === 'rpm' ? 0 : unit === 'm' && Math.abs(value) < 1 ? 3 : 1;
  return `${toWire(key, value).toFixed(digits)} ${unit}`;
}

/** Club names of a file and the block each goes to: the block in hand takes its own club (or the only one), others a new block. */
function blocksFor(preview: FilePreview, block: BlockWire, lesson: LessonAnswer, ids: Map<string, string>) {
  const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
  return preview.clubs.map(({ club, count }) => {
    const own = preview.clubs.length === 1 || same(club, block.club);
    const id = ids.get(club) ?? newId();
    ids.set(club, id);
    return {
      club,
      count,
      blockId: own ? block.id : id,
      words: own ? `block ${block.position} (${block.club})` : `a new block (${lesson.blocks.length + 1} or later)`,
    };
  });
}

/** A foreign file (or one with something odd in it) before it is kept: columns, units, first rows in SI, repairs, blocks. */
export function ImportShots({
  text,
  fileName,
  remembered,
  block,
  lesson,
  onDone,
}: {
  text: string;
  fileName: string;
  remembered: readonly MappedColumn[] | null;
  block: BlockWire;
  lesson: LessonAnswer;
  onDone: (said: string) => void;
}) {
  const [mapping, setMapping] = useState<readonly MappedColumn[] | undefined>(remembered ?? undefined);
  const [repairs, setRepairs] = useState<readonly Repair[]>([]);
  /** Stands for the text of the file. */
  const [fileKey] = useState(newId);
  const [blockIds] = useState(() => new Map<string, string>());
  const { handedness } = lesson.student;
  const input = { text, fileName, handedness, defaultClub: block.club, mapping, repairs };
  const preview = useTask('preview', input, true, [fileKey, block.club, mapping, repairs]);
  const data = preview.data;
  const columns = mapping ?? data?.mapping ?? [];
  const change = (header: string, part: Partial<MappedColumn>): void =>
    setMapping(
      columns.map((c) => {
        if (c.header !== header) return c;
        const target = part.target ?? c.target;
        const units = Object.keys(unitsOf(target));
        return { header, target, unit: part.unit ?? (units.includes(c.unit) ? c.unit : (units[0] ?? '')) };
      }),
    );
  const blocks = data ? blocksFor(data, block, lesson, blockIds) : [];
  // With other columns after a lost answer it is another import, and refused as a copy of the first in words that say so.
  const save = useLessonWrite(lesson.lesson.id, async (said: object, id) => {
    const answer = await ask('POST /blocks/:id/imports/mapped', {
      id: block.id,
      body: { id, name: fileName, text, ...said },
    });
    const aside = answer.setAside > 0 ? ` ${answer.setAside} are set aside with the reason.` : '';
    const out = answer.leftOutCount > 0 ? ` ${answer.leftOutCount} rows held no speed and were left out.` : '';
    onDone(`${fileName}: ${answer.rows} shots read.${aside}${out}`);
  });
  const used = columns.filter((c) => c.target !== 'ignore');
  return (
    <Card aria-label="Import a foreign file">
      <Spread>
        <h3>
          {fileName}: {data ? `${data.rows} rows` : 'reading …'}
        </h3>
        {remembered ? <Soft>read as you read this header before</Soft> : null}
      </Spread>
      {preview.error ? <Failed error={preview.error} /> : null}
      {data ? (
        <>
          <Soft>
            The names of the columns stand in line {data.headerLine}
            {data.headerLine > 1 ? '; what stands above is looked past' : ''}.
          </Soft>
          <Soft>Say what each column is. Guesses are by name, unit and size; the first rows below are in SI.</Soft>
          <SideScroll tabIndex={0} role="region" aria-label="Columns of the file">
            <DataTable>
              <thead>
                <tr>
                  <th scope="col">column</th>
                  <th scope="col">is</th>
                  <th scope="col">in</th>
                  <th scope="col">guessed by</th>
                  {data.first.map((s) => (
                    <th key={s.line} scope="col">
                      line {s.line}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {columns.map((c) => {
                  const units = Object.keys(unitsOf(c.target));
                  return (
                    <tr key={c.header}>
                      <th scope="row">{c.header}</th>
                      <td>
                        <Select
                          label={`What ${c.header} is`}
                          hideLabel
                          value={c.target}
                          onChange={(target) => change(c.header, { target })}
                          options={TARGETS}
                        />
                      </td>
                      <td>
                        {units.length > 1 ? (
                          <Select
                            label={`Unit of ${c.header}`}
                            hideLabel
                            value={c.unit}
                            onChange={(unit) => change(c.header, { unit })}
                            options={units.map((u) => ({ id: u, name: u }))}
                          />
                        ) : (
                          c.unit
                        )}
                      </td>
                      <td>
                        <Soft>{c.guessedBy ?? 'you'}</Soft>
                      </td>
                      {data.first.map((s) => (
                        <td key={s.line}>
                          {c.target === 'club'
                            ? s.club
                            : c.target === 'time'
                              ? (s.timeIso ?? '–')
                              : c.target === 'ignore'
                                ? ''
                                : inSi(c.target, s.values[c.target])}
                        </td>
                      ))}
                    </tr>
                  );
                })}
              </tbody>
            </DataTable>
          </SideScroll>
          {data.problems.map((p) => (
            <Notice key={p} tone="stop" role="alert">
              {p}
            </Notice>
          ))}
          {data.issues.map((issue) => (
            <Notice key={issue.kind + issue.text} tone="unsure">
              <Spread>
                <span>
                  {issue.text}
                  {issue.lines.length === 0 || issue.kind === 'impossible' ? null : (
                    <Soft> First lines: {issue.lines.join(', ')}.</Soft>
                  )}
                </span>
                {issue.repair ? (
                  <Button onPress={() => setRepairs((r) => (issue.repair ? [...r, issue.repair] : r))}>
                    {issue.repairText}
                  </Button>
                ) : null}
              </Spread>
            </Notice>
          ))}
          {repairs.length > 0 ? (
            <Row>
              <Soft>
                {repairs.length} repair{repairs.length === 1 ? '' : 's'} will be applied.
              </Soft>
              <Button onPress={() => setRepairs([])}>Take the repairs back</Button>
            </Row>
          ) : null}
          {blocks.length > 0 ? (
            <Soft>
              {blocks.map((b) => `${b.count} × ${b.club} into ${b.words}`).join('; ')}. {used.length} of{' '}
              {columns.length} columns are read.
            </Soft>
          ) : null}
        </>
      ) : null}
      {save.error ? <Failed error={save.error} /> : null}
      <Row>
        <PrimaryButton
          onPress={() =>
            save.mutate({
              mapping: columns.map(({ header, target, unit }) => ({ header, target, unit })),
              repairs,
              blocks: blocks.map(({ club, blockId }) => ({ club, blockId })),
            })
          }
          isDisabled={!data || data.problems.length > 0 || blocks.length === 0 || save.isPending || preview.isFetching}
        >
          {save.isPending ? 'Importing …' : 'Import these shots'}
        </PrimaryButton>
        <Button onPress={() => onDone('')}>Not now</Button>
      </Row>
    </Card>
  );
}
