CREATE TABLE `orders` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`revision` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`binned_at` integer,
	`body` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `orders_by_change` ON `orders` (`binned_at`,`updated_at`);--> statement-breakpoint
CREATE TABLE `plans` (
	`order_id` text PRIMARY KEY NOT NULL,
	`state` text NOT NULL,
	`trouble` text,
	`version` integer NOT NULL,
	`body` text,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action
);
