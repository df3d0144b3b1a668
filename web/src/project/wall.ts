import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { findMaterial, type ProjectWall, type WallFile } from '@eldrun/core/build-up';
import type { Command, Effect } from '@eldrun/core/wall';
import type { Material } from '@eldrun/core/materials';
import { useDocument } from '../persistence/use-document.ts';
import { useWallFigures } from '../compute/wall-figures.ts';
import { useProject } from './project.ts';

/** The open wall: its document, and what the core says about it. */
export const useWall = defineStore('wall', () => {
  const project = useProject();
  const { close: closeDocument, ...wall } = useDocument<ProjectWall, Command>({
    kind: async () => (await import('@eldrun/core/kinds/wall')).WALL,
    materials: () => project.ownMaterials,
  });
  /** What the fix under the pointer would come to. */
  const preview = shallowRef<Effect | null>(null);

  const file = computed<WallFile | null>(() =>
    wall.document.value && project.document ? project.fileOf(wall.document.value) : null,
  );
  const { close: closeFigures, ...figures } = useWallFigures(
    () => file.value,
    () => project.pricedMaterials,
  );

  function material(materialId: string): Material | undefined {
    return findMaterial(materialId, wall.document.value ?? {}, project.pricedMaterials);
  }

  function open(id: string): Promise<boolean> {
    close();
    return wall.open(id);
  }

  function run(name: string, commands: readonly Command[]): void {
    wall.run(name, commands);
    preview.value = null;
  }

  function close(): void {
    preview.value = null;
    closeDocument();
    closeFigures();
  }

  return { ...wall, ...figures, preview, file, material, open, run, close };
});
