/**
 * How much a file may hold. What is within can be worked out in bounded time;
 * docs/formats.md states the same figures, and a test holds the two together.
 */
export const limits = {
  /** Bytes of a plan, definition or library file. */
  file: 8 * 1024 * 1024,
  /** Bytes of a file in YAML. */
  yaml: 1024 * 1024,
  /** Words and signs of a file in YAML. */
  yamlTokens: 60_000,
  /** Anchors and aliases in a file in YAML. */
  yamlReferences: 100,
  /** Keys in a file in JSON. */
  keys: 200_000,
  /** Figures, texts and truths in a file in JSON. */
  values: 300_000,
  /** How deep maps and lists may be nested. */
  depth: 40,
  /** Definitions in a library. */
  library: 1000,
  /** Devices in a plan. */
  devices: 100,
  /** Needs of all devices of a plan together. */
  needs: 240,
  /** Needs of one device. */
  needsOfDevice: 40,
  /** Settings of one device. */
  settingsOfDevice: 60,
  /** Values of all settings of a device together that change what it is. */
  actsOfDevice: 40,
  /** Pads of a board. */
  pads: 300,
  /** Pins of a board. */
  pins: 300,
  /** Ports of a board. */
  ports: 40,
  /** Rails of a board. */
  rails: 20,
  /** Revisions, firmware versions or variants in one definition. */
  versions: 24,
  /** Revisions times firmware versions of a board. */
  combinations: 48,
  /** Pictures and addresses kept with a definition, or with a build. */
  attached: 20,
  /** Characters of a name. */
  name: 80,
  /** Millimetres of a board's longer side. */
  board: 500,
} as const
