import type { Connector, MountKind, Tool } from '../part/index.js';

/** Something that a sheet names rather than measures. */
export type NamedThing =
  | { readonly what: 'mount'; readonly name: MountKind }
  | { readonly what: 'connector'; readonly name: Connector }
  | { readonly what: 'tool'; readonly name: Tool }
  | { readonly what: 'pins'; readonly name: 'pins' | 'holes' }
  | { readonly what: 'rubber'; readonly name: 'rubber' }
  | {
      readonly what: 'feature';
      readonly name:
        'windshield' | 'record' | 'inner-cell' | 'screen-side' | 'screen-tilt' | 'screen-fixed';
    };

const dash = '[-‐‑–\\s]?';
const inch = "\\s?(?:[\"″”]|''|in(?:ch)?\\.?)?";

/** Spellings of threads, rails and plugs; the first that matches at a place is taken. */
export const nameSpellings: readonly (readonly [string, NamedThing])[] = [
  [
    `(?:UNC\\s?)?(?:1[/⁄]4|¼)${inch}\\s?[-–×x]\\s?20(?:\\s?UNC)?|UNC\\s?(?:1[/⁄]4|¼)|(?:1[/⁄]4|¼)${inch}[- ](?:thread(?:ed)?|screws?|mounting|tripod|camera|holes?|sockets?)|quarter${dash}(?:inch${dash})?(?:twenty|20|thread|screw)s?`,
    { what: 'mount', name: 'quarter-20' },
  ],
  [
    `(?:UNC\\s?)?(?:3[/⁄]8|⅜)${inch}\\s?[-–×x]\\s?16(?:\\s?UNC)?|UNC\\s?(?:3[/⁄]8|⅜)|(?:3[/⁄]8|⅜)${inch}[- ](?:thread(?:ed)?|screws?|mounting|tripod|holes?|sockets?)|three${dash}eighths?(?:${dash}(?:inch|16|thread|screw)s?)?`,
    { what: 'mount', name: 'three-eighths-16' },
  ],
  [
    `(?:anti${dash}(?:twist|rotation)|locating|location|guide|index(?:ing)?)\\s(?:pin\\s)?holes?|holes? for (?:locating )?pins`,
    { what: 'pins', name: 'holes' },
  ],
  [
    `(?:anti${dash}(?:twist|rotation)|locating|location|guide|retract(?:able|ing))\\s(?:locating\\s)?pins?`,
    { what: 'pins', name: 'pins' },
  ],
  [`hot${dash}shoe`, { what: 'mount', name: 'hot-shoe' }],
  [
    `(?:cold|accessory|flash)${dash}shoe(?:s|${dash}mount)?|shoe mount`,
    { what: 'mount', name: 'cold-shoe' },
  ],
  [`NATO(?:${dash}(?:rail|clamp|mount))?s?`, { what: 'mount', name: 'nato-rail' }],
  [
    `(?:38\\s?mm${dash})(?:quick${dash}release\\s)?dovetail|dovetail[^.;\\n]{0,12}38\\s?mm`,
    { what: 'mount', name: 'dovetail-38' },
  ],
  [
    `(?:50\\s?mm${dash})?video${dash}plate(?:\\s50\\s?mm)?`,
    { what: 'mount', name: 'video-plate-50' },
  ],
  [
    `(?:(?:dual|twin|pair of)\\s)?15\\s?mm${dash}(?:LWS${dash})?(?:rods?|rails?)(?:\\s(?:pair|clamp))?|LWS rods?`,
    { what: 'mount', name: 'rod-15-pair' },
  ],
  [`rosettes?(?:\\s?\\(?M6\\)?)?|M6 rosettes?`, { what: 'mount', name: 'rosette-m6' }],
  [`V${dash}(?:mount|lock)`, { what: 'mount', name: 'v-mount' }],
  [
    `(?:three|3)${dash}stud(?:s|\\s(?:battery\\s)?(?:plate|mount))?`,
    { what: 'mount', name: 'three-stud' },
  ],
  [`L${dash}series(?:\\s(?:battery|batteries|plate|mount))?`, { what: 'mount', name: 'l-series' }],
  [`hook${dash}(?:and|&)${dash}loop`, { what: 'mount', name: 'hook-loop' }],
  [`magnet(?:s|ic)?(?:\\s(?:mount|base|foot))?`, { what: 'mount', name: 'magnet' }],
  [`belt${dash}clip`, { what: 'mount', name: 'belt-clip' }],
  [
    `(?:0?[.,]8|32)${dash}(?:mod(?:ule)?|m|pitch)\\b(?:\\sgear)?`,
    { what: 'mount', name: 'gear-08' },
  ],
  [`strap${dash}(?:lugs?|slots?|holes?)`, { what: 'mount', name: 'strap-lug' }],
  [
    `(?:micro${dash}HDMI(?:\\s?\\(type${dash}D\\))?|HDMI${dash}micro(?:\\s?\\(type${dash}D\\))?|HDMI${dash}\\(?(?:type${dash})?D\\b\\)?|HDMI\\s*[:|]\\s*type${dash}D\\b|D${dash}type HDMI|(?<=HDMI[^\\n]{0,60})(?:type${dash}D(?=\\s*(?:to|→|–)\\W)|(?<=(?:to|→|–)\\s*(?:[\\w -]{0,12}\\()?)type${dash}D\\b))`,
    { what: 'connector', name: 'hdmi-d' },
  ],
  [
    `(?:mini${dash}HDMI(?:\\s?\\(type${dash}C\\))?|HDMI${dash}mini(?:\\s?\\(type${dash}C\\))?|HDMI${dash}\\(?(?:type${dash})?C\\b\\)?|HDMI\\s*[:|]\\s*type${dash}C\\b|C${dash}type HDMI|(?<=HDMI[^\\n]{0,60})(?:type${dash}C(?=\\s*(?:to|→|–)\\W)|(?<=(?:to|→|–)\\s*(?:[\\w -]{0,12}\\()?)type${dash}C\\b))`,
    { what: 'connector', name: 'hdmi-c' },
  ],
  [
    `(?:(?:full${dash}size|standard)\\s)?HDMI(?!${dash}(?:cable|lead)[^\\n]{0,30}type${dash}[ACD]\\b)(?:${dash}\\(?(?:type${dash})?A\\b\\)?)?|A${dash}type HDMI|(?<=HDMI[^\\n]{0,60})(?:type${dash}A(?=\\s*(?:to|→|–)\\W)|(?<=(?:to|→|–)\\s*(?:[\\w -]{0,12}\\()?)type${dash}A\\b)`,
    { what: 'connector', name: 'hdmi-a' },
  ],
  [`(?:3G|6G|12G|HD)?${dash}SDI`, { what: 'connector', name: 'sdi' }],
  [
    `USB${dash}(?:type${dash})?C(?:\\sPD)?|type${dash}C(?:\\sUSB)?(?!\\w)`,
    { what: 'connector', name: 'usb-c' },
  ],
  [`USB${dash}(?:type${dash})?A(?!\\w)|type${dash}A\\sUSB`, { what: 'connector', name: 'usb-a' }],
  [`D${dash}tap`, { what: 'connector', name: 'd-tap' }],
  [
    `DC${dash}(?:barrel|jack|socket|in)(?:\\s\\d[.,]\\d\\s?[x×/]\\s?\\d[.,]\\d\\s?mm)?|(?:\\d[.,]\\d\\s?[x×/]\\s?\\d[.,]\\d\\s?(?:mm\\s)?)?barrel(?:\\s(?:jack|plug|connector))?(?:\\s\\d[.,]\\d\\s?[x×/]\\s?\\d[.,]\\d(?:\\s?mm)?)?|\\d[.,]\\d\\s?[x×/]\\s?\\d[.,]\\d\\s?mm DC`,
    { what: 'connector', name: 'barrel' },
  ],
  [`2${dash}pin${dash}(?:push${dash}pull)`, { what: 'connector', name: 'push-pull-2' }],
  [`mini${dash}XLR|XLR${dash}mini|TA3`, { what: 'connector', name: 'xlr-3-mini' }],
  [`(?:3${dash}pin\\s)?XLR`, { what: 'connector', name: 'xlr-3' }],
  [
    `3[.,]5\\s?mm(?:\\s(?:TRRS|TRS|stereo|mini|audio|headphones?|mic(?:rophone)?|jack|socket|plug|input|output)){1,3}|(?:1[/⁄]8|⅛)["″”]?\\s(?:mini\\s)?jack|mini${dash}jack`,
    { what: 'connector', name: 'jack-3.5' },
  ],
  [`time${dash}code(?:\\s(?:in|out)(?:put)?)?`, { what: 'connector', name: 'timecode' }],
  [
    `(?:4(?:[.,]0)?\\s?mm\\s(?:hex(?:agon)?)(?:\\skey)?|hex(?:agon)?(?:\\skey)?\\s?4(?:[.,]0)?\\s?mm)`,
    { what: 'tool', name: 'hex-4' },
  ],
  [
    `(?:3(?:[.,]0)?\\s?mm\\s(?:hex(?:agon)?)(?:\\skey)?|hex(?:agon)?(?:\\skey)?\\s?3(?:[.,]0)?\\s?mm)`,
    { what: 'tool', name: 'hex-3' },
  ],
  [
    `(?:2[.,]5\\s?mm\\s(?:hex(?:agon)?)(?:\\skey)?|hex(?:agon)?(?:\\skey)?\\s?2[.,]5\\s?mm)`,
    { what: 'tool', name: 'hex-2.5' },
  ],
  [`thumb${dash}(?:screw|knob|wheel)|tool${dash}(?:free|less)`, { what: 'tool', name: 'thumb' }],
  [`coin(?:${dash}slot(?:ted)?)?|D${dash}ring screw`, { what: 'tool', name: 'coin' }],
  [
    `(?:foam\\s|fur\\s)?wind${dash}(?:shield|screen|jammer|muff)`,
    { what: 'feature', name: 'windshield' },
  ],
  [
    `run[/⁄-]stop(?:\\s(?:button|trigger|switch))?|(?:record(?:ing)?|REC|start[/⁄-]stop)\\s(?:button|trigger|switch)`,
    { what: 'feature', name: 'record' },
  ],
  [
    `(?:built${dash}in|internal|inner|integrated)\\s(?:rechargeable\\s)?(?:Li${dash}ion\\s)?(?:battery|cell)`,
    { what: 'feature', name: 'inner-cell' },
  ],
  [
    `vari${dash}angle(?:\\s(?:screen|display|monitor|LCD))?|(?:side${dash}hinged|swing(?:s|ing)?${dash}out|flip${dash}out|swivel(?:ling)?|articulat(?:ed|ing))\\s(?:touch)?(?:screen|display|monitor|LCD)|hinged at (?:the|its) (?:left|side)`,
    { what: 'feature', name: 'screen-side' },
  ],
  [
    `tilt(?:ing|able)?\\s(?:touch)?(?:screen|display|monitor|LCD)|(?:screen|display|LCD) tilts(?: up)?`,
    { what: 'feature', name: 'screen-tilt' },
  ],
  [
    `fixed\\s(?:rear\\s)?(?:touch)?(?:screen|display|LCD)`,
    { what: 'feature', name: 'screen-fixed' },
  ],
  [`rubber(?:ised|ized)?(?:\\s(?:pads?|lining|face))?`, { what: 'rubber', name: 'rubber' }],
];
