/** Three rising tones, made here: no sound file has to be fetched. */
const TONES_HZ = [660, 880, 1175];
const TONE_SECONDS = 0.22;
const GAP_SECONDS = 0.08;

let audio: AudioContext | null = null;

/** Lets the page make sounds; a browser allows it only from within a tap. @returns whether it may */
export async function allowSound(): Promise<boolean> {
  audio ??= new AudioContext();
  await audio.resume();
  return audio.state === 'running';
}

/** Whether a sound would be heard. */
export const maySound = (): boolean => audio?.state === 'running';

export function ring(): void {
  if (audio?.state !== 'running') return;
  const start = audio.currentTime;
  for (const [i, hz] of TONES_HZ.entries()) {
    const at = start + i * (TONE_SECONDS + GAP_SECONDS);
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    tone.frequency.value = hz;
    volume.gain.setValueAtTime(0.5, at);
    volume.gain.exponentialRampToValueAtTime(0.001, at + TONE_SECONDS);
    tone.connect(volume).connect(audio.destination);
    tone.start(at);
    tone.stop(at + TONE_SECONDS);
  }
}
