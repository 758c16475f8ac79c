import type { Answers } from '../template/index.js';

/** A pasted sheet, messy in its own way, and what must come out of it. */
export interface SampleSheet {
  readonly kind: string;
  /** The thing it is by its label, where a kind has several. */
  readonly thing?: string;
  readonly text: string;
  readonly answers: Answers;
  /** Pieces that must be shown as not understood. */
  readonly unread?: readonly string[];
}

const eur = (minor: number) => ({ minor, currency: 'EUR' });

/** Made-up sheets in many hands: for tests alone. */
export const sampleSheets: readonly SampleSheet[] = [
  {
    kind: 'monitor',
    text: `Lagoon field monitor\nScreen: 5.5" IPS\nDimensions: 146 x 90 x 28 mm\nWeight: 298 g\nBrightness: 1000 cd/m²\nPower input: 7–17 V DC\nPrice: €289.00`,
    answers: {
      diagonalIn: 5.5,
      widthMm: 146,
      heightMm: 90,
      depthMm: 28,
      massG: 298,
      nits: 1000,
      minV: 7,
      maxV: 17,
      price: eur(28900),
    },
    unread: ['IPS'],
  },
  {
    kind: 'monitor',
    text: `7 inch display · max. brightness 2,200 nits · 7.4" × 4.8" × 1.1" · 1 lb 1 oz · Mini-HDMI input · supports 4K`,
    answers: {
      diagonalIn: 7,
      nits: 2200,
      widthMm: 187.96,
      heightMm: 121.92,
      depthMm: 27.94,
      massG: 481.94,
      videoIn: 'hdmi-c',
    },
    unread: ['supports 4K'],
  },
  {
    kind: 'monitor',
    text: `Display 5 in\nSize (W x H x D): 128 mm x 83 mm x 21 mm\nNet weight approx. 212g (without battery)\nLuminance: 600 nit\nMicro HDMI in, HDMI out\nUSB-C power\n1/4"-20 with anti-twist pin holes`,
    answers: {
      videoOut: 'hdmi-a',
      diagonalIn: 5,
      widthMm: 128,
      heightMm: 83,
      depthMm: 21,
      massG: 212,
      nits: 600,
      videoIn: 'hdmi-d',
      powerIn: 'usb-c',
      pinHoles: true,
    },
  },
  {
    kind: 'monitor',
    text: `Diagonale / diagonal 5,5 in; weight 0,31 kg; brightness approx 800 cd/m2; DC 6.8 to 16.8 volts; L-series plate; SDI input`,
    answers: {
      diagonalIn: 5.5,
      massG: 310,
      nits: 800,
      minV: 6.8,
      maxV: 16.8,
      cellPlate: true,
      videoIn: 'sdi',
    },
  },
  {
    kind: 'battery',
    text: `L-series pack\nCapacity: 6600 mAh @ 7.4 V\nSize 70 × 39 × 60 mm\nWeight 296 g`,
    answers: {
      mount: 'l-series',
      voltageV: 7.4,
      energyWh: 48.84,
      massG: 296,
      heightMm: 70,
      widthMm: 60,
      depthMm: 39,
    },
  },
  {
    kind: 'battery',
    text: `V-mount brick, 98 Wh, nominal voltage 14.4V, D-Tap and USB-C outputs, 4.3 x 3.1 x 2.0 in, 1.35 lbs, USD 189`,
    answers: {
      mount: 'v-mount',
      energyWh: 98,
      voltageV: 14.4,
      heightMm: 109.22,
      widthMm: 78.74,
      depthMm: 50.8,
      massG: 612.35,
      price: { minor: 18900, currency: 'USD' },
    },
  },
  {
    kind: 'battery',
    text: `Three-stud battery | Energy: 95Wh | Output: 14.8 volts | H 118 mm | W 82 mm | D 52 mm | Mass: 598 grams`,
    answers: {
      mount: 'three-stud',
      energyWh: 95,
      voltageV: 14.8,
      heightMm: 118,
      widthMm: 82,
      depthMm: 52,
      massG: 598,
    },
  },
  {
    kind: 'battery',
    text: `Peat small. 2.3Ah 7.2V Li-ion (16.6 Wh). Weighs about 104 g.`,
    answers: { energyWh: 16.6, voltageV: 7.2, massG: 104 },
  },
  {
    kind: 'top-handle',
    text: `Wooden top handle. Length 118 mm, height 72mm. 172 g. 3/8"-16 screw with locating pins; cold shoe on its nose; 4 mm hex key included. €74,00`,
    answers: {
      tool: 'hex-4',
      lengthMm: 118,
      heightMm: 72,
      massG: 172,
      base: 'three-eighths-pins',
      shoe: true,
      price: eur(7400),
    },
    unread: ['Wooden top handle'],
  },
  {
    kind: 'top-handle',
    text: `NATO handle — Length: 4 1/2 in — Height: 2 ¾ in — Weight: 6.4 oz`,
    answers: { base: 'nato', lengthMm: 114.3, heightMm: 69.85, massG: 181.44 },
  },
  {
    kind: 'top-handle',
    text: `length (bar)\t130mm\nheight\t80mm\nbar diameter\t28 mm\nweight\t224g\nmount\t⅜″-16`,
    answers: {
      lengthMm: 130,
      heightMm: 80,
      barDiameterMm: 28,
      massG: 224,
      base: 'three-eighths',
    },
  },
  {
    kind: 'side-grip',
    text: `Side grip, rosette M6. Height: 105 mm; diameter: Ø 36 mm; weight: 162 g; fastened tool-free`,
    answers: { tool: 'thumb', base: 'rosette', heightMm: 105, diameterMm: 36, massG: 162 },
  },
  {
    kind: 'side-grip',
    text: `NATO quick grip\nH: 4.1"\ndia. 1.4 in\n5.2oz\n$79.00`,
    answers: {
      base: 'nato',
      heightMm: 104.14,
      diameterMm: 35.56,
      massG: 147.42,
      price: { minor: 7900, currency: 'USD' },
    },
  },
  {
    kind: 'cage',
    text: `Full cage. Weight: 318 g. Two cold shoes. Rosette (M6) on the left. Wall thickness 8 mm. Top rail 70 mm. EUR 119`,
    answers: { massG: 318, rosettes: true, wallMm: 8, topRailMm: 70, price: eur(11900), shoes: 2 },
  },
  {
    kind: 'cage',
    text: `aluminium half cage, approx. 5.9 oz\nNATO rail on the left side: 45 mm`,
    answers: { massG: 167.26, leftRailMm: 45 },
  },
  {
    kind: 'lens',
    text: `Zoom 24–70 mm, T2.9\nLength: 118 mm\nDiameter: 82 mm\nFilter thread: 77 mm\nWeight: 812 g\nimage circle 43.5 mm`,
    answers: {
      focalMm: [24, 70],
      widestT: 2.9,
      lengthMm: 118,
      diameterMm: 82,
      filterMm: 77,
      massG: 812,
      imageCircleMm: 43.5,
    },
  },
  {
    kind: 'lens',
    text: `Focal length: 35mm\nT2.1\n0.8 mod gear\nLength 3.6 in\nDiameter 3.1 in\nfilter 72 mm\n1.1 lbs`,
    answers: {
      focalMm: [35, 35],
      widestT: 2.1,
      gearRing: true,
      lengthMm: 91.44,
      diameterMm: 78.74,
      filterMm: 72,
      massG: 498.95,
    },
  },
  {
    kind: 'lens',
    text: `Lens, dims Ø 71 × 92 mm; 67 mm filter; zoom extends by 28 mm; 410 gr`,
    answers: { lengthMm: 92, diameterMm: 71, filterMm: 67, extendsMm: 28, massG: 410 },
  },
  {
    kind: 'microphone',
    text: `Short shotgun: length 18 cm, diameter 21 mm, weight 86 g, shoe mount, 3.5 mm TRS output, with windshield`,
    answers: { lengthMm: 180, diameterMm: 21, massG: 86, windshield: true },
  },
  {
    kind: 'microphone',
    text: `Mic — 3.1" long, 0.8" dia., 1.7 oz, needs 2.5 mA plug-in power`,
    answers: { lengthMm: 78.74, diameterMm: 20.32, massG: 48.19 },
  },
  {
    kind: 'receiver',
    text: `Dual channel receiver · 62 x 38 x 18 mm · 38 g · cold shoe · 3,5 mm output`,
    answers: {
      channels: 2,
      heightMm: 62,
      widthMm: 38,
      depthMm: 18,
      massG: 38,
      fixing: 'cold-shoe',
      ports: [{ connector: 'jack-3.5', direction: 'out', carries: ['audio'], face: 'back' }],
    },
  },
  {
    kind: 'receiver',
    text: `Receiver, belt clip, weight: 0.9 oz. Antenna 45 mm. 44 mm (H) x 45.3 mm (W) x 18 mm (D)`,
    answers: {
      fixing: 'belt-clip',
      massG: 25.51,
      aerialMm: 45,
      heightMm: 44,
      widthMm: 45.3,
      depthMm: 18,
    },
  },
  {
    kind: 'battery-plate',
    text: `V-mount plate for rods. W 78 × H 118 × D 18 mm. 128 g. 15 mm rod clamp. D-Tap out 14.4 V.`,
    answers: {
      widthMm: 78,
      heightMm: 118,
      depthMm: 18,
      holds: 'v-mount',
      massG: 128,
      fixing: 'rods',
    },
  },
  {
    kind: 'battery-plate',
    text: `L-series sled\nheight 2.6"\nwidth 1.6"\n2 oz\n1/4"-20 mounting`,
    answers: {
      fixing: 'quarter-screw',
      holds: 'l-series',
      heightMm: 66.04,
      widthMm: 40.64,
      massG: 56.7,
    },
  },
  {
    kind: 'dummy-battery',
    text: `Dummy battery, USB-C plug, 7.2-8.4 V, 46 x 38 x 20 mm, 41 g`,
    answers: {
      minV: 7.2,
      maxV: 8.4,
      connector: 'usb-c',
      heightMm: 46,
      depthMm: 38,
      widthMm: 20,
      massG: 41,
    },
  },
  {
    kind: 'charger',
    text: `Dual bay charger (two bays)\nL-series\nUSB-C input\n140 g\n98 x 90 x 31 mm`,
    answers: {
      heightMm: 31,
      bays: 2,
      holds: 'l-series',
      connector: 'usb-c',
      massG: 140,
      widthMm: 98,
      depthMm: 90,
    },
  },
  {
    kind: 'arm',
    text: `Tilt arm: height 68 mm, shoe mount, rubber pads, weight 74g, coin-slotted 1/4" screw`,
    answers: { heightMm: 68, base: 'cold-shoe', rubber: true, massG: 74, headTool: 'coin' },
  },
  {
    kind: 'arm',
    text: `NATO arm\n84 g\nHeight: 3"`,
    answers: { base: 'nato', massG: 84, heightMm: 76.2 },
  },
  {
    kind: 'rod',
    text: `15 mm rods, pair, length 150 mm (6"), 118 g, 24 €`,
    answers: { lengthMm: 150, massG: 118, price: eur(2400) },
  },
  {
    kind: 'rod',
    text: `Rods. Length: 1 ft. Weight: 8.3 oz.`,
    answers: { lengthMm: 304.8, massG: 235.3 },
  },
  {
    kind: 'clamp',
    text: `15mm rod clamp — 46 g — height 32 mm — length 22mm — NATO rail on top — thumb screw`,
    answers: { on: 'rods', massG: 46, heightMm: 32, lengthMm: 22, top: 'nato', tool: 'thumb' },
  },
  {
    kind: 'matte-box',
    text: `Clamp-on matte box. Opening 138 × 92 mm. Depth of hood 55 mm. Clamp ring 95 mm. Weight 188 g.`,
    answers: { openingMm: [138, 92], depthMm: 55, ringMm: 95, massG: 188 },
  },
  {
    kind: 'matte-box',
    text: `Matte box on 15 mm rods, filter tray 100 mm, 342 g, ring diameter 114 mm`,
    answers: { holds: 'rods', trayMm: 100, massG: 342, ringMm: 114 },
  },
  {
    kind: 'filter',
    text: `Variable ND, thread 82 mm, 5 stops, thickness 9.5 mm, 62 g, EUR 89.-`,
    answers: { backSizeMm: 82, stops: 5, thicknessMm: 9.5, massG: 62, price: eur(8900) },
  },
  {
    kind: 'ring',
    text: `Step ring. Lens thread 77 mm; front 82 mm; 4 mm thick; 14g`,
    answers: { backSizeMm: 77, frontSizeMm: 82, thicknessMm: 4, massG: 14 },
  },
  {
    kind: 'cable',
    text: `HDMI lead, length 45 cm, coiled, stretches to 90 cm, 32 g`,
    answers: { lengthMm: 450, stretchesToMm: 900, massG: 32 },
  },
  {
    kind: 'cable',
    text: `Length: 1' 6"\nWeight 1.1 oz\n£17.50`,
    answers: { lengthMm: 457.2, massG: 31.18, price: { minor: 1750, currency: 'GBP' } },
  },
  {
    kind: 'support',
    text: `Fluid head. Height 128 mm. Payload up to 4 kg. Weight 1.24 kg. Tilt +/- 75°. 50 mm video plate.`,
    answers: { bearsG: 4000, heightMm: 128, takes: 'video-plate-50', massG: 1240, tiltsDeg: 75 },
  },
  {
    kind: 'shoulder-pad',
    text: `Shoulder pad for 15mm rods | 160 x 95 x 55 mm | 8.3 oz`,
    answers: { fixing: 'rods', lengthMm: 160, widthMm: 95, heightMm: 55, massG: 235.3 },
  },
  {
    kind: 'strap',
    text: `Strap. Length 1.1 m. Width 25 mm. Load up to 8 kg. 36 g.`,
    answers: { massG: 36, lengthMm: 1100, widthMm: 25, bearsG: 8000 },
  },
  {
    kind: 'media',
    text: `1 TB drive, 1,000 MB/s, 74 × 57 × 10.5 mm, 58g, USB Type-C`,
    answers: {
      capacityGB: 1000,
      sustainedMbps: 8000,
      heightMm: 74,
      widthMm: 57,
      depthMm: 10.5,
      massG: 58,
    },
  },
  {
    kind: 'loupe',
    text: `Loupe: width 82 mm, height 60 mm, length 90 mm, eyecup Ø 56 mm, weighs 118 g, hook-and-loop frame`,
    answers: {
      widthMm: 82,
      heightMm: 60,
      lengthMm: 90,
      eyeDiameterMm: 56,
      massG: 118,
      fixing: 'hook-loop',
    },
  },
  {
    kind: 'follow-focus',
    text: `Follow focus, gear 0.8 module, gear diameter 40 mm, wheel 62 mm, 214 g, CHF 169`,
    answers: { gearMm: 40, wheelMm: 62, massG: 214, price: { minor: 16900, currency: 'CHF' } },
  },
  {
    kind: 'body',
    text: `Full-frame body\nApprox. 132 × 98 × 58 mm (5.2 × 3.9 × 2.3 in)\nAbout 592 g\nHDMI micro output\nsensor 36 x 24 mm\nflange distance 18 mm`,
    answers: {
      widthMm: 132,
      heightMm: 98,
      overallMm: 58,
      massG: 592,
      hdmi: 'hdmi-d',
      sensorMm: [36, 24],
      flangeMm: 18,
    },
  },
];
