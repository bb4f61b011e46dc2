/** CRC-32 as in ISO 3309 and IEEE 802.3, of bytes; 0 to 2^32 - 1. Example: "123456789" gives 0xCBF43926. */
export function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
  }
  return (crc ^ 0xffffffff) >>> 0;
}
