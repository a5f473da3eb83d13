const BOUNDARY = 'cavren-boundary';

/** A paper as a browser's form sends it, before it the condition that it is for. */
export function formOf(content: Buffer, name: string, conditionKey: string | null): { payload: Buffer; headers: Record<string, string> } {
  const field = conditionKey === null ? '' : `--${BOUNDARY}\r\ncontent-disposition: form-data; name="conditionKey"\r\n\r\n${conditionKey}\r\n`;
  const head = `${field}--${BOUNDARY}\r\ncontent-disposition: form-data; name="file"; filename="${name}"\r\ncontent-type: application/octet-stream\r\n\r\n`;
  return {
    payload: Buffer.concat([Buffer.from(head), content, Buffer.from(`\r\n--${BOUNDARY}--\r\n`)]),
    headers: { 'content-type': `multipart/form-data; boundary=${BOUNDARY}` },
  };
}
