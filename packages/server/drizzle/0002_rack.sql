CREATE TABLE `rack_items` (
	`id` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`doc` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `stock_moves` (
	`sequence` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`item_id` text NOT NULL,
	`doc` text NOT NULL,
	FOREIGN KEY (`item_id`) REFERENCES `rack_items`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `stock_moves_id_unique` ON `stock_moves` (`id`);--> statement-breakpoint
CREATE INDEX `stock_moves_item` ON `stock_moves` (`item_id`);