export const MESSAGE_STAGES = ['soon', 'due', 'overdue', 'link', 'corrected'] as const;
export type MessageStage = (typeof MESSAGE_STAGES)[number];
export const CHANNELS = ['text', 'mail'] as const;
export type Channel = (typeof CHANNELS)[number];
