import type { ComponentProps } from 'react';
import {
  Button as AriaButton,
  FieldError,
  Input,
  Label,
  Link as AriaLink,
  ListBox,
  ListBoxItem,
  Popover,
  Select as AriaSelect,
  SelectValue,
  Text,
  TextArea,
  TextField as AriaTextField,
} from 'react-aria-components';
import styled, { css } from 'styled-components';

const buttonLook = css`
  min-height: var(--touch);
  min-width: var(--touch);
  padding: 0 var(--s4);
  border-radius: var(--radius);
  border: 1px solid var(--line);
  background: var(--card);
  color: var(--ink);
  font: inherit;
  font-weight: 600;
  cursor: pointer;
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: var(--s2);
  text-decoration: none;
  &[data-hovered] {
    border-color: var(--maple);
  }
  &[data-disabled] {
    opacity: 0.5;
    cursor: default;
  }
`;

/** A plain action. */
export const Button = styled(AriaButton)`
  ${buttonLook}
`;

/** The one primary action of a view. */
export const PrimaryButton = styled(AriaButton)`
  ${buttonLook}
  background: var(--maple);
  border-color: var(--maple);
  color: var(--on-maple);
  &[data-hovered] {
    background: var(--maple-deep);
  }
`;

/** A quiet action inside text. */
export const QuietButton = styled(AriaButton)`
  ${buttonLook}
  border-color: transparent;
  background: transparent;
  color: var(--maple-deep);
  padding: 0 var(--s2);
`;

export const ButtonLink = styled(AriaLink)`
  ${buttonLook}
  @media print {
    display: none;
  }
`;

const fieldLook = css`
  min-height: var(--touch);
  width: 100%;
  padding: var(--s2) var(--s3);
  border: 1px solid var(--soft-ink);
  border-radius: 8px;
  background: var(--card);
  color: var(--ink);
  font: inherit;
  &[data-invalid] {
    border-color: var(--leaf);
  }
`;

const FieldInput = styled(Input)`
  ${fieldLook}
`;
const FieldArea = styled(TextArea)`
  ${fieldLook}
  min-height: 72px;
  resize: vertical;
`;
export const FieldLabel = styled(Label)`
  font-weight: 600;
  font-size: var(--small);
`;
const Hint = styled(Text)`
  color: var(--soft-ink);
  font-size: var(--small);
`;
const Wrong = styled(FieldError)`
  color: var(--leaf);
  font-size: var(--small);
  font-weight: 600;
`;
const Stack = styled(AriaTextField)`
  display: grid;
  gap: var(--s1);
  align-content: start;
`;

type TextFieldProps = Omit<ComponentProps<typeof AriaTextField>, 'children'> & {
  label: string;
  hideLabel?: boolean;
  hint?: string;
  error?: string;
  lines?: boolean;
  placeholder?: string;
  inputMode?: 'decimal' | 'numeric' | 'tel';
};

/** One line (or several) of text with label, hint and error. */
export function TextField({ label, hideLabel, hint, error, lines, placeholder, inputMode, ...props }: TextFieldProps) {
  return (
    <Stack
      {...props}
      isInvalid={error !== undefined}
      validationBehavior="aria"
      aria-label={hideLabel ? label : undefined}
    >
      {hideLabel ? null : <FieldLabel>{label}</FieldLabel>}
      {lines ? <FieldArea placeholder={placeholder} /> : <FieldInput placeholder={placeholder} inputMode={inputMode} />}
      {hint ? <Hint slot="description">{hint}</Hint> : null}
      <Wrong>{error}</Wrong>
    </Stack>
  );
}

const SelectStack = styled(AriaSelect)`
  display: grid;
  gap: var(--s1);
  align-content: start;
`;
const SelectButton = styled(AriaButton)`
  ${fieldLook}
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: var(--s2);
  text-align: left;
  cursor: pointer;
`;
const Sheet = styled(Popover)`
  background: var(--card);
  color: var(--ink);
  border: 1px solid var(--line);
  border-radius: var(--radius);
  padding: var(--s1);
  min-width: var(--trigger-width);
  box-shadow: 0 8px 24px rgb(0 0 0 / 18%);
  overflow: auto;
`;
const Item = styled(ListBoxItem)`
  min-height: 40px;
  padding: var(--s2) var(--s3);
  border-radius: 6px;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: var(--slate-wash);
  }
  &[data-selected] {
    font-weight: 700;
  }
`;

/** Choice of one from a list. */
export function Select<T extends string>({
  label,
  value,
  onChange,
  options,
  hideLabel,
}: {
  label: string;
  value: T;
  onChange: (value: T) => void;
  options: readonly { id: T; name: string }[];
  hideLabel?: boolean;
}) {
  return (
    <SelectStack value={value} onChange={(key) => onChange(key as T)} aria-label={hideLabel ? label : undefined}>
      {hideLabel ? null : <FieldLabel>{label}</FieldLabel>}
      <SelectButton>
        <SelectValue />
        <span aria-hidden>▾</span>
      </SelectButton>
      <Sheet>
        <ListBox items={options}>{(o) => <Item id={o.id}>{o.name}</Item>}</ListBox>
      </Sheet>
    </SelectStack>
  );
}
