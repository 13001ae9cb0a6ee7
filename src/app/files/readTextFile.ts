import { decodeText } from '../../core/foundations/text';

/**
 * The text of a file that the user chose, as the command line reads it too.
 * @throws where the file cannot be read any more
 */
export const readTextFile = async (file: File): Promise<string> => decodeText(new Uint8Array(await file.arrayBuffer()));
