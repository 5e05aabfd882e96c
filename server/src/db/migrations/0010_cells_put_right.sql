-- Seeds that left a lot can be put right, when a cell of a tray held another kind: the balance follows.
CREATE TRIGGER movement_changed AFTER UPDATE OF seeds ON movements WHEN NEW.seeds <> OLD.seeds BEGIN
  UPDATE lots SET balance = balance - OLD.seeds + NEW.seeds WHERE id = NEW.lot_id;
END;
