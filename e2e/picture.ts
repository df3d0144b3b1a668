import { crc32, deflateSync } from 'node:zlib';

/** A picture as PNG: three bytes a dot, line after line. */
export function png(width: number, height: number, dots: Uint8Array): Buffer<ArrayBuffer> {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const ends = Buffer.alloc(8);
    ends.writeUInt32BE(data.length, 0);
    ends.writeUInt32BE(crc32(body), 4);
    return Buffer.concat([ends.subarray(0, 4), body, ends.subarray(4)]);
  };
  const size = Buffer.alloc(13);
  size.writeUInt32BE(width, 0);
  size.writeUInt32BE(height, 4);
  // Eight bits a color, red, green and blue.
  size.set([8, 2, 0, 0, 0], 8);
  const lines = Array.from({ length: height }, (_, y) =>
    Buffer.concat([Buffer.from([0]), dots.subarray(3 * y * width, 3 * (y + 1) * width)]),
  );
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', size),
    chunk('IDAT', deflateSync(Buffer.concat(lines))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
