export class DOMParser {
  constructor(options?: { onError?: (level: string, message: string) => void });
  parseFromString(text: string, type: string): { documentElement: { nodeName: string } | null };
}
