package firmtally.server.catalogue.sizetable;

import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.SizeTableId;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class SizeTableStore {
  private static final String COLUMNS =
      "SELECT id, code, name, down, across, deactivated, version FROM size_table";
  private final Sql sql;

  SizeTableStore(Sql sql) {
    this.sql = sql;
  }

  record Row(
      SizeTableId id,
      String code,
      String name,
      String down,
      String across,
      boolean deactivated,
      long version) {}

  record Cell(
      int rowPosition, int columnPosition, String rowName, String columnName, String product) {}

  List<Row> list(boolean withDeactivated) {
    return sql.sql(COLUMNS + " WHERE deactivated = 0 OR :all ORDER BY deactivated, name, id")
        .param("all", withDeactivated)
        .query(Row.class)
        .list();
  }

  Optional<Row> find(SizeTableId id) {
    return sql.sql(COLUMNS + " WHERE id = :id").param("id", id).query(Row.class).optional();
  }

  Optional<Row> findByCode(String code) {
    return sql.sql(COLUMNS + " WHERE code = :code").param("code", code).query(Row.class).optional();
  }

  List<Cell> cells(SizeTableId grid) {
    return sql.sql(
            """
            SELECT row_position, column_position, row_name, column_name, product FROM size_cell
            WHERE size_table_id = :grid ORDER BY row_position, column_position
            """)
        .param("grid", grid)
        .query(Cell.class)
        .list();
  }

  SizeTableId insert(SizeTableService.SizeTableForm form) {
    return sql.sql(
            """
            INSERT INTO size_table (code, name, down, across) VALUES (:code, :name, :down, :across)
            RETURNING id
            """)
        .param("code", form.code())
        .param("name", form.name())
        .param("down", form.down())
        .param("across", form.across())
        .query(SizeTableId.class)
        .single();
  }

  int update(
      SizeTableId id, long version, SizeTableService.SizeTableForm form, boolean deactivated) {
    return sql.sql(
            """
            UPDATE size_table SET code = :code, name = :name, down = :down, across = :across,
              deactivated = :deactivated, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("code", form.code())
        .param("name", form.name())
        .param("down", form.down())
        .param("across", form.across())
        .param("deactivated", deactivated)
        .param("id", id)
        .param("version", version)
        .update();
  }

  void replaceCells(SizeTableId grid, List<Cell> cells) {
    sql.sql("DELETE FROM size_cell WHERE size_table_id = :grid").param("grid", grid).update();
    for (Cell cell : cells) {
      sql.sql(
              """
              INSERT INTO size_cell (size_table_id, row_position, column_position, row_name, column_name, product)
              VALUES (:grid, :row, :column, :rowName, :columnName, :product)
              """)
          .param("grid", grid)
          .param("row", cell.rowPosition())
          .param("column", cell.columnPosition())
          .param("rowName", cell.rowName())
          .param("columnName", cell.columnName())
          .param("product", cell.product())
          .update();
    }
  }
}
