import { expose } from 'comlink';
import { packer } from '../document/zip';

expose(packer);
