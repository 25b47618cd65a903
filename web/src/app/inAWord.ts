/** A method's short name, from its ID: cone, hand press, concentrate. */
export const inAWord = (method: string): string => method.replace("serve-", "").replaceAll("-", " ");
