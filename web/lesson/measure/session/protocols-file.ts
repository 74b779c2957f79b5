import { protocolSchema } from '../../../../api/protocol-schemas.ts';
import type { Protocol } from '../../../../core/plan/protocol.ts';
import { saveFile } from '../../../kit/save-file.ts';

const FORMAT = 'session-protocol';
const VERSION = 1;

export const saveProtocolFile = (said: Protocol): void =>
  saveFile(
    JSON.stringify({ format: FORMAT, version: VERSION, protocol: said }, null, 2),
    `${said.name}.json`,
    'application/json',
  );

/** Reads a protocol of a JSON file. @throws Error that says what is wrong where, and what would be right */
export function readProtocolFile(text: string, fileName: string): Protocol {
  let content: { format?: unknown; version?: unknown; protocol?: unknown } | null;
  try {
    content = JSON.parse(text.replace(/^\uFEFF/, '')) as typeof content;
  } catch {
    throw new Error(`“${fileName}” is not JSON; expected a protocol that was saved here. Nothing was changed.`);
  }
  if (content?.format !== FORMAT || content.version !== VERSION)
    throw new Error(
      `“${fileName}” holds no protocol: expected {"format": "${FORMAT}", "version": ${VERSION}, "protocol": {…}}. Nothing was changed.`,
    );
  try {
    return protocolSchema.validateSync(content.protocol, { stripUnknown: true }) as Protocol;
  } catch (error) {
    const { path = '', message } = error as { path?: string; message: string };
    throw new Error(`“${fileName}”: ${path} ${message.replace(path, '').trim()}. Nothing was changed.`);
  }
}
