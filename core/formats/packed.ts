/** Whether a file is a ZIP: XLSX and ODS are, each in its own way. */
export const isPacked = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b
