import { useCallback, useEffect, useRef, useState } from 'react';

/** waiting: it is asked for · seen: it shows · none: refused, or there is none; a picture is then chosen instead. */
export type CameraState = 'waiting' | 'seen' | 'none';

/** Longest edge of what is sent; the server keeps no more. */
const LONGEST_EDGE = 1600;
const QUALITY = 0.85;

/** The camera at the back of the device, shown in a video element, and the picture in it at a tap. */
export function useCamera() {
  const video = useRef<HTMLVideoElement>(null);
  // Without a certificate a browser has no camera to give.
  const [state, setState] = useState<CameraState>('mediaDevices' in navigator ? 'waiting' : 'none');
  useEffect(() => {
    let stream: MediaStream | null = null;
    let isOver = false;
    const open = async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({
          video: { facingMode: 'environment', width: { ideal: 1920 } },
        });
      } catch {
        return setState('none');
      }
      if (isOver) return close();
      if (video.current) {
        video.current.srcObject = stream;
        await video.current.play().catch(() => undefined);
      }
      setState('seen');
    };
    const close = () => stream?.getTracks().forEach((t) => t.stop());
    if ('mediaDevices' in navigator) void open();
    return () => {
      isOver = true;
      close();
    };
  }, []);
  const take = useCallback(async (): Promise<Blob | null> => {
    const from = video.current;
    if (!from || from.videoWidth === 0) return null;
    const scale = Math.min(1, LONGEST_EDGE / Math.max(from.videoWidth, from.videoHeight));
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(from.videoWidth * scale);
    canvas.height = Math.round(from.videoHeight * scale);
    canvas.getContext('2d')!.drawImage(from, 0, 0, canvas.width, canvas.height);
    return new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY));
  }, []);
  return { video, state, take };
}
