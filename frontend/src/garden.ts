import { mount } from 'svelte';
import Garden from './lib/garden/Garden.svelte';
import { keepOwnFiles } from './lib/garden/ownFiles';
import './lib/garden/garden.css';

const target = document.getElementById('app');
if (target) mount(Garden, { target });
void keepOwnFiles();
