CREATE TABLE `blade_moves` (
	`sequence` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`doc` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `blade_moves_id_unique` ON `blade_moves` (`id`);