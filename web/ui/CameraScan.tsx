import { useEffect, useRef, useState } from 'react';
import { Modal } from 'react-bootstrap';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url';
import { codeFaultWords } from '@mercato/contract/register/codeWords';
import { readCode } from '@mercato/core/register/code';

/** Milliseconds between two looks at the picture. */
const PAUSE = 150;

interface CameraScanProps {
  found: (code: string) => void;
  leave: () => void;
}

/** Reads a label with the camera of this machine; nothing leaves it. A code that cannot be ours is passed over. */
export default function CameraScan({ found, leave }: CameraScanProps) {
  const video = useRef<HTMLVideoElement>(null);
  const [trouble, setTrouble] = useState<string>();
  const [strange, setStrange] = useState<string>();
  const taken = useRef(found);
  useEffect(() => {
    taken.current = found;
  });
  useEffect(() => {
    let stopped = false;
    let stream: MediaStream | undefined;
    const canvas = document.createElement('canvas');
    const look = async () => {
      const shown = video.current;
      if (stopped || !shown) return;
      if (shown.videoWidth > 0) {
        canvas.width = shown.videoWidth;
        canvas.height = shown.videoHeight;
        const paper = canvas.getContext('2d', { willReadFrequently: true });
        paper?.drawImage(shown, 0, 0);
        const picture = paper?.getImageData(0, 0, canvas.width, canvas.height);
        const codes = picture ? await readBarcodes(picture, { formats: ['QRCode'], maxNumberOfSymbols: 1 }) : [];
        const text = codes[0]?.text;
        // A stop may have come while the picture was read.
        if ((stopped as boolean) || text === undefined) {
          setTimeout(() => void look(), PAUSE);
          return;
        }
        const reading = readCode(text);
        if (reading.ok) {
          stopped = true;
          taken.current(reading.code);
          return;
        }
        setStrange(codeFaultWords(reading.fault));
      }
      setTimeout(() => void look(), PAUSE);
    };
    const start = async () => {
      // Absent where the page did not come over https or from this machine itself.
      const devices = navigator.mediaDevices as MediaDevices | undefined;
      if (!devices) {
        setTrouble('The browser gives the camera only to pages that come over https, or from this machine itself.');
        return;
      }
      prepareZXingModule({ overrides: { locateFile: () => wasm } });
      try {
        stream = await devices.getUserMedia({ video: { facingMode: 'environment' } });
      } catch {
        setTrouble('There is no camera here, or it was not allowed. Type the code instead.');
        return;
      }
      if (stopped || !video.current) {
        stream.getTracks().forEach((one) => one.stop());
        return;
      }
      video.current.srcObject = stream;
      await video.current.play().catch(() => undefined);
      void look();
    };
    void start();
    return () => {
      stopped = true;
      stream?.getTracks().forEach((one) => one.stop());
    };
  }, []);
  return (
    <Modal show onHide={leave} aria-labelledby="camera-title" animation={false}>
      <Modal.Header closeButton>
        <h2 id="camera-title">Hold the label before the camera</h2>
      </Modal.Header>
      <Modal.Body>
        {trouble ? <p role="alert">{trouble}</p> : <video ref={video} muted playsInline className="w-100" />}
        {strange && <p className="soft">{strange}</p>}
      </Modal.Body>
    </Modal>
  );
}
