package firmtally.server.catalogue;

import firmtally.server.platform.Sql;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Repository;

@Repository
class SizeGridStore {
  private static final String COLUMNS =
      "SELECT id, code, name, down, across, retired, version FROM size_grid";
  private final Sql sql;

  SizeGridStore(Sql sql) {
    this.sql = sql;
  }

  record Row(
      long id,
      String code,
      String name,
      String down,
      String across,
      boolean retired,
      long version) {}

  record Cell(
      int rowPosition, int columnPosition, String rowName, String columnName, String product) {}

  List<Row> list(boolean withRetired) {
    return sql.sql(COLUMNS + " WHERE retired = 0 OR :all ORDER BY retired, name, id")
        .param("all", withRetired)
        .query(Row.class)
        .list();
  }

  Optional<Row> find(long id) {
    return sql.sql(COLUMNS + " WHERE id = :id").param("id", id).query(Row.class).optional();
  }

  Optional<Row> findByCode(String code) {
    return sql.sql(COLUMNS + " WHERE code = :code").param("code", code).query(Row.class).optional();
  }

  List<Cell> cells(long grid) {
    return sql.sql(
            """
            SELECT row_position, column_position, row_name, column_name, product FROM size_cell
            WHERE grid_id = :grid ORDER BY row_position, column_position
            """)
        .param("grid", grid)
        .query(Cell.class)
        .list();
  }

  long insert(SizeGridService.SizeGridForm form) {
    return sql.sql(
            """
            INSERT INTO size_grid (code, name, down, across) VALUES (:code, :name, :down, :across)
            RETURNING id
            """)
        .param("code", form.code())
        .param("name", form.name())
        .param("down", form.down())
        .param("across", form.across())
        .query(Long.class)
        .single();
  }

  int update(long id, long version, SizeGridService.SizeGridForm form, boolean retired) {
    return sql.sql(
            """
            UPDATE size_grid SET code = :code, name = :name, down = :down, across = :across,
              retired = :retired, version = version + 1
            WHERE id = :id AND version = :version
            """)
        .param("code", form.code())
        .param("name", form.name())
        .param("down", form.down())
        .param("across", form.across())
        .param("retired", retired)
        .param("id", id)
        .param("version", version)
        .update();
  }

  void replaceCells(long grid, List<Cell> cells) {
    sql.sql("DELETE FROM size_cell WHERE grid_id = :grid").param("grid", grid).update();
    for (Cell cell : cells) {
      sql.sql(
              """
              INSERT INTO size_cell (grid_id, row_position, column_position, row_name, column_name, product)
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
