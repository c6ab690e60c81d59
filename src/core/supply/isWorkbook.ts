/** Whether bytes are those of a workbook (XLSX), a zip archive. */
export const isWorkbook = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;
