import type { ReactNode } from 'react';
import type { RipeSign, UnripeSign } from '@mercato/core/cleaning/figures';

/** Line drawings of our own, 48 by 32: what a sign of ripeness looks like. */
const DRAWINGS: Readonly<Record<RipeSign | UnripeSign, ReactNode>> = {
  'pod-dry': (
    <>
      <path d="M6 22C14 8 34 6 43 12C36 24 18 28 6 22Z" className="brown" />
      <path d="M12 20C20 14 30 12 38 13M16 22l2-6M24 21l2-7M32 18l1-5" />
    </>
  ),
  'pod-cracks': (
    <>
      <path d="M6 18C14 8 34 6 43 10C34 14 20 18 6 18Z" className="brown" />
      <path d="M6 20C16 28 34 26 43 18C34 20 20 22 6 20Z" className="brown" />
      <circle cx="18" cy="19" r="2.6" className="seed" />
      <circle cx="26" cy="18" r="2.6" className="seed" />
      <circle cx="34" cy="16" r="2.6" className="seed" />
    </>
  ),
  'seed-hard': (
    <>
      <ellipse cx="20" cy="20" rx="10" ry="7" className="seed" />
      <path d="M44 6C36 8 30 12 29 17L33 20C38 18 42 13 46 9" />
    </>
  ),
  'seed-colour': (
    <>
      <ellipse cx="12" cy="16" rx="6" ry="4.5" />
      <ellipse cx="25" cy="16" rx="6" ry="4.5" className="half" />
      <ellipse cx="38" cy="16" rx="6" ry="4.5" className="seed" />
    </>
  ),
  'head-parts': (
    <>
      <path d="M24 30V22" />
      <path d="M14 8C14 16 18 22 23 22V8ZM34 8C34 16 30 22 25 22V8Z" className="brown" />
    </>
  ),
  'head-brown': (
    <>
      <path d="M24 31V18" />
      <circle cx="24" cy="12" r="8" className="brown" />
      <path d="M18 9l3 2M24 5v4M30 9l-3 2M18 15l3-1M30 15l-3-1" />
    </>
  ),
  'stalk-dry': (
    <>
      <path d="M24 31C23 24 25 18 24 10" className="dry" />
      <path d="M24 22C18 22 14 26 10 29M24 18C30 18 34 22 38 28" />
    </>
  ),
  'umbel-brown': (
    <>
      <path d="M24 31V20M24 20L8 10M24 20L16 7M24 20L24 5M24 20L32 7M24 20L40 10" />
      {[8, 16, 24, 32, 40].map((x, i) => (
        <ellipse key={x} cx={x} cy={[8, 5, 4, 5, 8][i]} rx="3.4" ry="2.2" className="brown" />
      ))}
    </>
  ),
  'capsule-opens': (
    <>
      <path d="M24 31V24M14 22C12 14 16 8 18 6L24 14L30 6C32 8 36 14 34 22Z" className="brown" />
      <circle cx="22" cy="17" r="2" className="seed" />
      <circle cx="27" cy="18" r="2" className="seed" />
    </>
  ),
  'capsule-rattles': (
    <>
      <path d="M24 31V24M16 22C13 16 16 9 24 8C32 9 35 16 32 22Z" className="brown" />
      <path d="M10 10C7 14 7 18 10 22M38 10C41 14 41 18 38 22" />
      <circle cx="22" cy="18" r="1.6" className="seed" />
      <circle cx="27" cy="15" r="1.6" className="seed" />
    </>
  ),
  fluff: (
    <>
      <path d="M24 31V22" />
      <path d="M24 22L12 8M24 22L18 5M24 22V3M24 22L30 5M24 22L36 8" className="thin" />
      <path d="M9 8h6M15 5h6M21 3h6M27 5h6M33 8h6" className="thin" />
    </>
  ),
  'back-yellow': (
    <>
      <path d="M24 31C24 26 26 24 30 22" />
      <path d="M8 16C12 6 34 4 42 12C38 22 18 26 8 16Z" className="brown" />
      <path d="M10 12L5 9M16 7L13 2M26 5V1M36 7L39 3" />
    </>
  ),
  'husk-papery': (
    <>
      <path d="M24 4C14 8 10 18 24 30C38 18 34 8 24 4Z" />
      <path d="M24 4V30M18 8C15 14 17 22 24 30M30 8C33 14 31 22 24 30" className="thin" />
      <circle cx="24" cy="17" r="5" className="half" />
    </>
  ),
  'fruit-coloured': (
    <>
      <path d="M24 8C12 6 8 16 12 23C17 31 31 31 36 23C40 16 36 6 24 8Z" className="brown" />
      <path d="M24 8C23 5 25 3 27 2M18 6L24 8L30 6" />
    </>
  ),
  'fruit-past': (
    <>
      <path d="M24 9C12 7 8 17 12 23C17 30 31 30 36 23C40 17 36 7 24 9Z" className="brown" />
      <path d="M14 16C18 18 20 14 24 17C28 20 30 16 35 18M17 23C21 22 25 25 31 23" />
      <path d="M24 9V5" />
    </>
  ),
  'milky-sap': (
    <>
      <path d="M20 31V14L28 12V31" />
      <path d="M24 13C21 18 27 18 24 13Z" />
      <path d="M33 16C31 20 36 20 33 16ZM35 23C33 27 38 27 35 23Z" />
    </>
  ),
  'white-seed': (
    <>
      <ellipse cx="16" cy="16" rx="8" ry="6" />
      <ellipse cx="34" cy="16" rx="8" ry="6" />
      <path d="M34 10V22" className="thin" />
    </>
  ),
  'soft-pods': (
    <>
      <path d="M6 20C14 6 36 6 43 12C36 26 16 28 6 20Z" />
      <path d="M20 4C20 9 22 11 24 12M28 30C28 25 26 22 24 21" />
    </>
  ),
  'wet-tissue': (
    <>
      <path d="M12 6C12 16 17 22 22 22V6ZM36 6C36 16 31 22 26 22V6Z" />
      <path d="M24 22C22 26 26 26 24 22ZM20 26C18 30 22 30 20 26ZM28 26C26 30 30 30 28 26Z" />
    </>
  ),
  'green-head': (
    <>
      <path d="M24 31V20" />
      <circle cx="24" cy="12" r="9" />
      <path d="M24 22C19 24 16 22 14 19M24 24C29 26 32 24 34 21" />
    </>
  ),
};

/** What a sign of ripeness looks like; its words stand beside it. */
export const SignDrawing = ({ sign }: { sign: RipeSign | UnripeSign }) => (
  <svg viewBox="0 0 48 32" className="sign" aria-hidden>
    {DRAWINGS[sign]}
  </svg>
);
