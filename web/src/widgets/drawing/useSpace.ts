import { useResizeObserver } from '@vueuse/core';
import {
  AmbientLight,
  BoxGeometry,
  Color,
  DirectionalLight,
  EdgesGeometry,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  OrthographicCamera,
  Scene,
  type Vector3,
  WebGLRenderer,
} from 'three';
import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue';

/** A colour of the page. */
export const token = (name: string): Color =>
  new Color(getComputedStyle(document.documentElement).getPropertyValue(name).trim() || '#888');

/** A box with its edges drawn. */
export function solid(size: Vector3, fill: string, line: string, opacity = 1): Mesh {
  const geometry = new BoxGeometry(Math.max(1, size.x), Math.max(1, size.y), Math.max(1, size.z));
  const see = opacity < 1 ? { transparent: true, opacity, depthWrite: false } : {};
  const mesh = new Mesh(geometry, new MeshLambertMaterial({ color: token(fill), ...see }));
  mesh.add(new LineSegments(new EdgesGeometry(geometry), new LineBasicMaterial({ color: token(line) })));
  return mesh;
}

/**
 * Something in space, drawn aslant and without perspective: dragged or by arrow keys it turns. Drawn only when something has changed.
 * `fill` puts it into an empty scene with lights, about the origin, and says how far it reaches from there.
 */
export function useSpace(
  host: Ref<HTMLElement | undefined>,
  fill: (scene: Scene) => number,
  { yaw = -0.7, pitch = 0.5, least = 0.05 } = {},
) {
  const failed = ref('');
  const camera = new OrthographicCamera();
  let renderer: WebGLRenderer | undefined;
  let scene = new Scene();
  let reach = 300;
  let wanted = false;

  function build(): void {
    if (!renderer) return;
    scene = new Scene();
    scene.add(new AmbientLight(0xffffff, 2.2));
    const sun = new DirectionalLight(0xffffff, 1.4);
    sun.position.set(0.4, 1, 0.7);
    scene.add(sun);
    reach = fill(scene);
    ask();
  }
  function ask(): void {
    if (wanted) return;
    wanted = true;
    requestAnimationFrame(render);
  }
  function render(): void {
    wanted = false;
    const box = host.value;
    if (!renderer || !box) return;
    const [w, h] = [box.clientWidth, box.clientHeight];
    renderer.setSize(w, h, false);
    [camera.left, camera.right, camera.top, camera.bottom] = [(-reach * w) / h, (reach * w) / h, reach, -reach];
    [camera.near, camera.far] = [-10 * reach, 10 * reach];
    camera.position.set(
      Math.sin(yaw) * Math.cos(pitch) * reach * 3,
      Math.sin(pitch) * reach * 3,
      Math.cos(yaw) * Math.cos(pitch) * reach * 3,
    );
    camera.lookAt(0, 0, 0);
    camera.updateProjectionMatrix();
    renderer.setClearColor(token('--sheet'), 1);
    renderer.render(scene, camera);
  }
  const dragging = ref(false);
  function turn(dx: number, dy: number): void {
    yaw -= dx * 0.008;
    pitch = Math.min(1.5, Math.max(least, pitch + dy * 0.006));
    ask();
  }
  function key(e: KeyboardEvent): void {
    const by = { ArrowLeft: [-20, 0], ArrowRight: [20, 0], ArrowUp: [0, 20], ArrowDown: [0, -20] }[e.key];
    if (!by) return;
    e.preventDefault();
    turn(by[0]!, by[1]!);
  }
  onMounted(() => {
    try {
      renderer = new WebGLRenderer({ antialias: true });
    } catch {
      failed.value = 'This browser cannot draw the 3-D view. The flat views show the same.';
      return;
    }
    renderer.setPixelRatio(Math.min(1.5, devicePixelRatio || 1));
    host.value!.append(renderer.domElement);
    build();
  });
  useResizeObserver(host, ask);
  onBeforeUnmount(() => renderer?.dispose());
  const hands = {
    pointerdown: () => (dragging.value = true),
    pointermove: (e: PointerEvent) => dragging.value && turn(e.movementX, e.movementY),
    pointerup: () => (dragging.value = false),
    pointerleave: () => (dragging.value = false),
    keydown: key,
  };
  return { failed, build, ask, hands };
}
