-- While a backup is put in place its sums come with it: a row that comes back is not counted a second time.
CREATE OR REPLACE FUNCTION store_moved() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	times integer := 0;
BEGIN
	IF current_setting('yule.restoring', true) = 'on' THEN
		RETURN NULL;
	END IF;
	IF TG_OP = 'INSERT' THEN
		times := CASE WHEN NEW.retracted THEN 0 ELSE 1 END;
	ELSIF NEW.retracted <> OLD.retracted THEN
		times := CASE WHEN NEW.retracted THEN -1 ELSE 1 END;
	END IF;
	IF times = 0 THEN
		RETURN NULL;
	END IF;
	UPDATE store SET
		on_hand = on_hand + times * NEW.quantity,
		unbooked = greatest(0, unbooked + times * NEW.unbooked),
		counts = counts + times * NEW.taught_counts,
		log_sum = log_sum + times * NEW.taught_log_sum,
		log_squares = log_squares + times * NEW.taught_log_squares
		WHERE shop_id = NEW.shop_id AND id = NEW.store_id;
	UPDATE lot SET left_of_it = left_of_it + times * NEW.quantity, value_left = value_left + times * NEW.value_minor
		WHERE shop_id = NEW.shop_id AND id = NEW.lot_id;
	RETURN NULL;
END
$$;
