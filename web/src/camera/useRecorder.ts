import { useCallback, useEffect, useRef, useState } from 'react';

/** A clip ends by itself after so long. */
export const MOST_SECONDS = 60;

export type Recorder = {
  readonly isRecording: boolean;
  readonly seconds: number;
  /** Why there is no sound; null: nothing is wrong. */
  readonly fault: string | null;
  readonly start: () => Promise<void>;
  readonly stop: () => void;
};

/** A clip of sound, up to a minute, given to `onClip` when it ends. */
export function useRecorder(onClip: (clip: Blob) => void): Recorder {
  const [seconds, setSeconds] = useState<number | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const stop = useCallback(() => {
    if (recorder.current?.state === 'recording') recorder.current.stop();
  }, []);
  const start = useCallback(async () => {
    setFault(null);
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const made = new MediaRecorder(stream);
      const parts: Blob[] = [];
      made.addEventListener('dataavailable', (e) => parts.push(e.data));
      made.addEventListener('stop', () => {
        stream.getTracks().forEach((t) => t.stop());
        setSeconds(null);
        onClip(new Blob(parts, { type: made.mimeType }));
      });
      recorder.current = made;
      made.start();
      setSeconds(0);
    } catch {
      setFault('This browser gives no microphone to this page. Allow it in the browser, or write a line instead.');
    }
  }, [onClip]);
  useEffect(() => {
    if (seconds === null) return;
    if (seconds >= MOST_SECONDS) return stop();
    const timer = setTimeout(() => setSeconds(seconds + 1), 1000);
    return () => clearTimeout(timer);
  }, [seconds, stop]);
  useEffect(() => stop, [stop]);
  return { isRecording: seconds !== null, seconds: seconds ?? 0, fault, start, stop };
}
