/** A thread that draws papers: a page of type set and pictures scaled hold nobody else up. */
import workerpool from 'workerpool';
import { drawPacket } from '../server/documents/packet-drawing';

workerpool.worker({ draw: drawPacket });
