export const MESSAGE_STAGES = ['soon', 'due', 'overdue', 'link', 'corrected', 'promise'] as const;
export type MessageStage = (typeof MESSAGE_STAGES)[number];
export const CHANNELS = ['text', 'mail'] as const;
/** How somebody gives a message to a customer where nothing here carries it. */
export const HAND_WAYS = ['by mail', 'by text', 'in person', 'by another app'] as const;
export type Channel = (typeof CHANNELS)[number];
