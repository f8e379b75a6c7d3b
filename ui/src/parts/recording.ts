/** A short recording of a machine as a WAV: one channel, 16 bits. */
export const mostSeconds = 8

export function wav(samples: Float32Array, rate: number): Blob {
  const data = new DataView(new ArrayBuffer(44 + 2 * samples.length))
  const text = (at: number, s: string) => [...s].forEach((c, i) => data.setUint8(at + i, c.charCodeAt(0)))
  text(0, 'RIFF')
  data.setUint32(4, 36 + 2 * samples.length, true)
  text(8, 'WAVEfmt ')
  data.setUint32(16, 16, true)
  data.setUint16(20, 1, true)
  data.setUint16(22, 1, true)
  data.setUint32(24, rate, true)
  data.setUint32(28, 2 * rate, true)
  data.setUint16(32, 2, true)
  data.setUint16(34, 16, true)
  text(36, 'data')
  data.setUint32(40, 2 * samples.length, true)
  samples.forEach((x, i) => data.setInt16(44 + 2 * i, Math.round(Math.max(-1, Math.min(1, x)) * 32767), true))
  return new Blob([data.buffer], { type: 'audio/wav' })
}

const rate = 16000

/** Whatever the browser can decode, as such a WAV of at most some seconds. */
export async function asWav(recorded: Blob): Promise<Blob> {
  const decoder = new OfflineAudioContext(1, rate, rate)
  const sound = await decoder.decodeAudioData(await recorded.arrayBuffer())
  const length = Math.min(Math.ceil(sound.duration * rate), mostSeconds * rate)
  const mixer = new OfflineAudioContext(1, Math.max(length, 1), rate)
  const source = mixer.createBufferSource()
  source.buffer = sound
  source.connect(mixer.destination)
  source.start()
  return wav((await mixer.startRendering()).getChannelData(0), rate)
}

export const canRecord = () => typeof MediaRecorder !== 'undefined' && !!navigator.mediaDevices?.getUserMedia

/** Records from the microphone until the time is over. */
export async function record(seconds = mostSeconds): Promise<Blob> {
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  })
  const recorder = new MediaRecorder(stream)
  const parts: Blob[] = []
  recorder.ondataavailable = (e) => parts.push(e.data)
  const stopped = new Promise((done) => (recorder.onstop = done))
  recorder.start()
  await new Promise((done) => setTimeout(done, seconds * 1000))
  recorder.stop()
  await stopped
  stream.getTracks().forEach((t) => t.stop())
  return asWav(new Blob(parts, { type: recorder.mimeType }))
}
