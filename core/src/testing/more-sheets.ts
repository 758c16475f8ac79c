import type { SampleSheet } from './sheets.js';

const money = (amount: number, currency: string) => ({ minor: Math.round(amount * 100), currency });

/** Forty more made-up sheets: tables, lists, running prose, two languages' figures, ranges, bundles. For tests alone. */
export const moreSheets: readonly SampleSheet[] = [
  // Tables, as they are copied out of a page: tabs, pipes, one cell a line.
  {
    kind: 'monitor',
    text: 'Model\tLagoon Six\nScreen size\t6"\nBrightness\t1500 cd/m2\nWeight\t310 g\nDimensions\t158 × 98 × 26 mm\nInput voltage\t6.8 – 16.8 V\nPrice\tEUR 349.00',
    answers: {
      diagonalIn: 6,
      nits: 1500,
      massG: 310,
      widthMm: 158,
      heightMm: 98,
      depthMm: 26,
      minV: 6.8,
      maxV: 16.8,
      price: money(349, 'EUR'),
    },
  },
  {
    kind: 'top-handle',
    text: '| Length | 128 mm |\n| Height | 62 mm |\n| Bar diameter | 25 mm |\n| Weight | 196 g |\n| Mounting | 3/8"-16 with locating pins |',
    answers: {
      lengthMm: 128,
      heightMm: 62,
      barDiameterMm: 25,
      massG: 196,
      base: 'three-eighths-pins',
    },
  },
  {
    kind: 'battery',
    text: 'Capacity\n98 Wh\nVoltage\n14.4 V\nDimensions (H × W × D)\n148 × 98 × 52 mm\nWeight\n620 g\nMount\nV-mount',
    answers: {
      energyWh: 98,
      voltageV: 14.4,
      heightMm: 148,
      widthMm: 98,
      depthMm: 52,
      massG: 620,
      mount: 'v-mount',
    },
  },
  {
    kind: 'lens',
    text: 'Focal length | 35 mm\nMaximum aperture | T1.5\nFilter thread | 77 mm\nLength | 88 mm\nDiameter | 81 mm\nWeight | 720 g\nImage circle | 46 mm',
    answers: {
      focalMm: [35, 35],
      widestT: 1.5,
      filterMm: 77,
      lengthMm: 88,
      diameterMm: 81,
      massG: 720,
      imageCircleMm: 46,
    },
  },
  {
    kind: 'arm',
    text: 'Height: 74 mm\tWeight: 88 g\tBase: cold shoe\tHead: 1/4"-20 screw',
    answers: { heightMm: 74, massG: 88, base: 'cold-shoe' },
  },
  // Lists of specifications.
  {
    kind: 'side-grip',
    text: '• Height: 118mm\n• Diameter: 34mm\n• Weight: 0.152kg\n• Attaches to NATO rail\n• £49.00',
    answers: { heightMm: 118, diameterMm: 34, massG: 152, base: 'nato', price: money(49, 'GBP') },
  },
  {
    kind: 'receiver',
    text: '- W 44 mm\n- H 48 mm\n- D 17 mm\n- 46 g\n- two channels\n- cold shoe mount\n- 3.5 mm TRS output',
    answers: {
      widthMm: 44,
      heightMm: 48,
      depthMm: 17,
      massG: 46,
      channels: 2,
      fixing: 'cold-shoe',
      ports: [{ connector: 'jack-3.5', direction: 'out', carries: ['audio'], face: 'back' }],
    },
  },
  {
    kind: 'battery-plate',
    text: '* V-mount battery plate\n* Size: 112 x 82 x 19 mm\n* Net weight: 164 g\n* 15 mm rods clamp',
    answers: {
      holds: 'v-mount',
      heightMm: 112,
      widthMm: 82,
      depthMm: 19,
      massG: 164,
      fixing: 'rods',
    },
  },
  {
    kind: 'rod',
    text: '1. Length 8 in\n2. weight (pair) 142 g\n3. EUR 24',
    answers: { lengthMm: 203.2, massG: 142, price: money(24, 'EUR') },
  },
  {
    kind: 'support',
    text: '— Payload: 4 kg\n— Height: 118 mm\n— Weight: 1.62 kg\n— Counterbalance 2.5 N·m',
    answers: { bearsG: 4000, heightMm: 118, massG: 1620 },
  },
  // Running prose.
  {
    kind: 'monitor',
    text: 'The Lagoon is a 5.2-inch field monitor that weighs only 238 grams, reaches 900 nits and runs on anything from 7 to 16 volts.',
    answers: { diagonalIn: 5.2, massG: 238, nits: 900, minV: 7, maxV: 16 },
  },
  {
    kind: 'microphone',
    text: 'At 172 mm long and 21 mm in diameter it tips the scales at 82 g; a foam windshield is on it.',
    answers: { lengthMm: 172, diameterMm: 21, massG: 82, windshield: true },
  },
  {
    kind: 'top-handle',
    text: 'This wooden handle is 4.7 inches long and stands 2.6 inches high. It clamps onto a NATO rail and weighs 7 ounces.',
    answers: { lengthMm: 119.38, heightMm: 66.04, base: 'nato', massG: 198.45 },
  },
  {
    kind: 'lens',
    text: 'A zoom of 24–70 mm with a 82 mm filter thread. It is 126 mm long, 88 mm in diameter and weighs 886 g.',
    answers: { focalMm: [24, 70], filterMm: 82, lengthMm: 126, diameterMm: 88, massG: 886 },
  },
  {
    kind: 'cable',
    text: 'Our braided lead is 45 cm long and weighs 28 g.',
    answers: { lengthMm: 450, massG: 28 },
  },
  {
    kind: 'filter',
    text: 'Screw-in ND for lenses with a 77 mm thread: it takes away up to 5 stops, is 9 mm thick and weighs 46 g.',
    answers: { backSizeMm: 77, stops: 5, thicknessMm: 9, massG: 46 },
  },
  // Figures as written in two languages.
  {
    kind: 'monitor',
    text: 'Bildschirm 5,5 Zoll\nAbmessungen 147,5 × 91 × 27,5 mm\nGewicht 305 g\n1.200 cd/m²\n279,00 €',
    answers: {
      widthMm: 147.5,
      heightMm: 91,
      depthMm: 27.5,
      massG: 305,
      nits: 1200,
      price: money(279, 'EUR'),
    },
  },
  {
    kind: 'battery',
    text: '14,4 V · 6,8 Ah · 98 Wh · 0,62 kg · 148 × 98 × 52 mm',
    answers: { voltageV: 14.4, energyWh: 98, massG: 620, heightMm: 148, widthMm: 98, depthMm: 52 },
  },
  {
    kind: 'support',
    text: 'Poids 1,85 kg\nHauteur: 12,5 cm (height)\nCharge max. (payload) 5 kg',
    answers: { massG: 1850, heightMm: 125, bearsG: 5000 },
  },
  {
    kind: 'rod',
    text: 'Length 300,0 mm; weight 210,5 g; price 1.049,00 CZK',
    answers: { lengthMm: 300, massG: 210.5, price: money(1049, 'CZK') },
  },
  {
    kind: 'lens',
    text: 'Length 1,10 dm — 110 mm. Diameter 82,5 mm. Weight 1.050 g. Filter 77 mm',
    answers: { diameterMm: 82.5, filterMm: 77, massG: 1050 },
  },
  // Ranges.
  {
    kind: 'lens-support',
    text: 'Pad height above rods: min. 32 mm. Rises by 26 mm. Pad width 38 mm. Weight 96 g.',
    answers: { lowMm: 32, liftMm: 26, padWidthMm: 38, massG: 96 },
  },
  {
    kind: 'monitor',
    text: '7" panel. Accepts 10.5-18 V DC. Power draw 9 W. 188 x 122 x 24 mm, 430 g.',
    answers: {
      diagonalIn: 7,
      minV: 10.5,
      maxV: 18,
      widthMm: 188,
      heightMm: 122,
      depthMm: 24,
      massG: 430,
      recordW: 9,
    },
  },
  {
    kind: 'filter',
    text: 'Variable ND 2–5 stops, 82 mm thread, weight 68 g',
    answers: { leastStops: 2, stops: 5, backSizeMm: 82, massG: 68 },
  },
  {
    kind: 'dummy-battery',
    text: 'Input 5 V to 9 V, USB-C tail, weight 42 g',
    answers: { minV: 5, maxV: 9, connector: 'usb-c', massG: 42 },
  },
  {
    kind: 'arm',
    text: 'Overall height 62 mm, load up to 1.5 kg, weighs 71 g, 1/4"-20 base with pins, coin-slotted head screw',
    answers: { base: 'quarter-pins', heightMm: 62, massG: 71, headTool: 'coin' },
  },
  // Bundles and what is not weighed.
  {
    kind: 'monitor',
    text: 'Weight: 290 g (without battery), 5.5" screen. In the box: monitor, sun hood, HDMI lead 30 cm.',
    answers: { massG: 290, diagonalIn: 5.5 },
  },
  {
    kind: 'body',
    text: 'Body only: 585 g (without cell and card). W 126 × H 88 × D 62 mm. Flange distance 18 mm. Micro HDMI.',
    answers: {
      massG: 585,
      widthMm: 126,
      heightMm: 88,
      overallMm: 62,
      flangeMm: 18,
      hdmi: 'hdmi-d',
    },
  },
  {
    kind: 'cage',
    text: 'Kit: half cage, top handle and NATO clamp. Cage weight 218 g. Rosette. One cold shoe. EUR 119 the kit.',
    answers: { massG: 218, rosettes: true, shoes: 1, price: money(119, 'EUR') },
  },
  {
    kind: 'microphone',
    text: 'Net weight 74 g, gross 210 g with packaging. Length: 160 mm. Diameter: 22 mm. Foam windshield included.',
    answers: { massG: 74, lengthMm: 160, diameterMm: 22, windshield: true },
  },
  {
    kind: 'top-handle',
    text: 'Handle w/o screws 182 g; overall 140 mm long; height 70 mm; cold shoe on top; run/stop trigger.',
    answers: { shoe: true, massG: 182, lengthMm: 140, heightMm: 70, record: true },
  },
  // Rarer things.
  {
    kind: 'clamp',
    thing: '38 mm clamp',
    text: 'Clamp for 38 mm dovetail. Length 60 mm, width 56 mm, height 19 mm, 124 g.',
    answers: { lengthMm: 60, widthMm: 56, heightMm: 19, massG: 124 },
  },
  {
    kind: 'clamp',
    thing: 'Seat for a flat device',
    text: 'Drive seat: clamps devices of a width up to 62 mm. Weighs 58 g. Cold shoe foot.',
    answers: { opensMm: 62, massG: 58, base: 'cold-shoe' },
  },
  {
    kind: 'ring',
    thing: 'Gear ring',
    text: '0.8 module gear ring, fits 76 mm focus rings, weight 24 g, width 12 mm',
    answers: { innerMm: 76, massG: 24, widthMm: 12 },
  },
  {
    kind: 'lamp',
    text: 'On-camera lamp. 84 x 60 x 28 mm, 118 g. USB-C in. Cold shoe foot. Built-in battery.',
    answers: {
      massG: 118,
      heightMm: 84,
      widthMm: 60,
      depthMm: 28,
      fixing: 'cold-shoe',
      innerCell: true,
      ports: [{ connector: 'usb-c', direction: 'in', carries: ['power', 'data'], face: 'back' }],
    },
  },
  {
    kind: 'timecode-box',
    text: 'Timecode out on 3.5 mm jack. W 40 mm, H 18 mm, D 34 mm. Weight 33 g. Shoe foot.',
    answers: {
      widthMm: 40,
      heightMm: 18,
      depthMm: 34,
      massG: 33,
      ports: [{ connector: 'jack-3.5', direction: 'out', carries: ['timecode'], face: 'back' }],
    },
  },
  {
    kind: 'sound-box',
    text: 'XLR box\nWidth: 88 mm\nHeight: 42 mm\nDepth: 72 mm\nWeight: 265 g',
    answers: { widthMm: 88, heightMm: 42, depthMm: 72, massG: 265 },
  },
  {
    kind: 'loupe',
    text: 'Loupe with shoe foot. Hood width 62 mm, hood height 48 mm, length 84 mm, eyecup diameter 52 mm, 96 g',
    answers: { eyeDiameterMm: 52, widthMm: 62, heightMm: 48, lengthMm: 84, massG: 96 },
  },
  {
    kind: 'charger',
    text: 'Dual-bay charger, L-series, 96 x 108 x 32 mm, 178 g, USB-C input',
    answers: {
      widthMm: 108,
      depthMm: 96,
      heightMm: 32,
      bays: 2,
      holds: 'l-series',
      massG: 178,
      connector: 'usb-c',
    },
  },
  {
    kind: 'strap',
    text: 'Neck strap 1.2 m long, 38 mm wide, carries 8 kg, 86 g',
    answers: { lengthMm: 1200, widthMm: 38, bearsG: 8000, massG: 86 },
  },
  // What is drawn, held, charged and recorded.
  {
    kind: 'body',
    text: 'Box camera, W 104 × H 98 × D 92 mm, 812 g. Power consumption: 13.5 W recording, 9.8 W in stand-by. USB-C out: 15 W.',
    answers: {
      widthMm: 104,
      heightMm: 98,
      overallMm: 92,
      massG: 812,
      recordW: 13.5,
      idleW: 9.8,
      usbC: true,
    },
  },
  {
    kind: 'monitor',
    text: '5.5" field monitor · DC 7–17 V · 14 W max. · 152 × 92 × 26 mm · 268 g',
    answers: {
      diagonalIn: 5.5,
      minV: 7,
      maxV: 17,
      recordW: 14,
      widthMm: 152,
      heightMm: 92,
      depthMm: 26,
      massG: 268,
    },
  },
  {
    kind: 'media',
    text: 'Memory card 256 GB, sustained write 600 Mb/s, 9 g',
    answers: { capacityGB: 256, sustainedMbps: 600, massG: 9 },
  },
  {
    kind: 'battery',
    text: 'Small L-series pack: 7.2 V 2600 mAh, 70 × 38 × 20 mm, 98 g, max. discharge 5 A',
    answers: {
      voltageV: 7.2,
      energyWh: 18.72,
      heightMm: 70,
      widthMm: 38,
      depthMm: 20,
      massG: 98,
      mount: 'l-series',
      cellMaxA: 5,
    },
  },
  // Pages as a shop writes them for six parts of one rig.
  {
    kind: 'body',
    text: 'Osier One — compact full-frame cinema body\nSensor 35.9 x 23.9 mm, lens mount: OZ\nBody (W×H×D) 126 × 88 × 74 mm, 655 g with battery and card\nScreen: 3.2" vari-angle, hinged at the left\nConnectors: HDMI type A out, USB-C (PD charging 45 W), 3.5 mm microphone in, 3.5 mm headphones\nSlots: dual SD. Battery: OB-20, 7.2 V 2 250 mAh. Internal ND: none. Multi-contact hot shoe. 1/4"-20 socket in the base\nPrice € 2 190',
    answers: {
      sensorMm: [35.9, 23.9],
      mountFamily: 'OZ',
      widthMm: 126,
      heightMm: 88,
      overallMm: 74,
      massG: 655,
      screen: 'side',
      hdmi: 'hdmi-a',
      usbC: true,
      micIn: true,
      phonesOut: true,
      cellFamily: 'OB-20',
      price: money(2190, 'EUR'),
    },
  },
  {
    kind: 'body',
    text: 'Sensor size\t23.5 x 15.6 mm\nMount\tKR-mount\nDimensions (W x H x D)\t114 x 68 x 48 mm\nMass\t410 g (body only)\nMonitor\t3.0" tilting screen\nHDMI micro (type D); USB Type-C\nBattery: NK 12',
    answers: {
      sensorMm: [23.5, 15.6],
      mountFamily: 'KR',
      widthMm: 114,
      heightMm: 68,
      overallMm: 48,
      massG: 410,
      screen: 'tilt',
      hdmi: 'hdmi-d',
      usbC: true,
      cellFamily: 'NK 12',
    },
  },
  {
    kind: 'cage',
    text: 'Full cage for Osier One\nWeight 268 g. Aluminium 6061. 2 cold shoes, NATO rail on the left (50 mm) and top (70 mm), 1/4"-20 and 3/8"-16 threads with locating pins all around. Hex 4 mm.\nSize 150 x 108 x 62 mm. EUR 129',
    answers: {
      massG: 268,
      shoes: 2,
      leftRailMm: 50,
      topRailMm: 70,
      price: money(129, 'EUR'),
    },
  },
  {
    kind: 'top-handle',
    text: 'Top handle, NATO quick release clamp\nLength 118 mm, height 62 mm, weight: 5.6 oz\nRubberised grip, 1 cold shoe at the front, two 1/4-20 threads. Price: 64,90 €',
    answers: {
      base: 'nato',
      lengthMm: 118,
      heightMm: 62,
      massG: 158.76,
      surface: 'rubber',
      shoe: true,
      price: money(64.9, 'EUR'),
    },
  },
  {
    kind: 'cable',
    text: 'D-Tap to 5.5 x 2.1 mm barrel, 60 cm, coiled: no, 34 g, right-angle at barrel, for monitors 12 V. 16 EUR',
    answers: {
      ends: [{ connector: 'd-tap' }, { connector: 'barrel' }],
      lengthMm: 600,
      massG: 34,
      price: money(16, 'EUR'),
    },
  },
  {
    kind: 'cable',
    text: 'HDMI D to HDMI A braided lead. Length: 1 ft (30.5 cm). Weight 0.9 oz',
    answers: {
      ends: [{ connector: 'hdmi-d' }, { connector: 'hdmi-a' }],
      lengthMm: 304.8,
      massG: 25.51,
    },
  },
  {
    kind: 'cable',
    text: 'Coiled lead 3.5 mm TRS – 3.5 mm TRS, 25 cm, stretches to 80 cm',
    answers: {
      ends: [{ connector: 'jack-3.5' }, { connector: 'jack-3.5' }],
      lengthMm: 250,
      stretchesToMm: 800,
    },
  },
  {
    kind: 'monitor',
    text: '5" display, 128 x 80 x 20 mm, 190 g. Supplied with: HDMI cable, cold shoe foot, USB-C cable.',
    answers: { diagonalIn: 5, widthMm: 128, heightMm: 80, depthMm: 20, massG: 190 },
  },
];
