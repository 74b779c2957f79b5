import * as yup from 'yup';

const KINDS: Readonly<Record<string, string>> = {
  number: 'a number',
  string: 'a text',
  boolean: 'yes or no',
  array: 'a list',
  object: 'an object',
};

/** What a rule says where it has no words of its own: without the field's name, which is said where the words are shown. */
yup.setLocale({
  mixed: {
    default: 'is not as it must be',
    required: 'is needed',
    defined: 'is needed',
    notNull: 'is needed',
    oneOf: 'must be one of: ${values}',
    notType: ({ type }) => `must be ${KINDS[type] ?? `a ${type}`}`,
  },
  string: {
    min: 'must have at least ${min} characters',
    max: 'must have at most ${max} characters',
    email: 'must be an e-mail address',
    uuid: 'must be a UUID',
  },
  number: {
    min: 'must be at least ${min}',
    max: 'must be at most ${max}',
    integer: 'must be a whole number',
    positive: 'must be more than 0',
  },
  array: { min: 'needs at least ${min}', max: 'holds at most ${max}', length: 'must hold ${length}' },
});
