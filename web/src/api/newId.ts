/** An id nobody else gives: it begins with the time, so that what was made later sorts later (UUID version 7, RFC 9562). */
export function newId() {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  const view = new DataView(bytes.buffer)
  view.setUint32(0, Math.floor(Date.now() / 2 ** 16))
  view.setUint16(4, Date.now() % 2 ** 16)
  view.setUint8(6, (view.getUint8(6) & 0x0f) | 0x70)
  view.setUint8(8, (view.getUint8(8) & 0x3f) | 0x80)
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('')
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-')
}
