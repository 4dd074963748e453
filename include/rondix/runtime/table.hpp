// Table: the rows of a compiled flow. While a flow is compiled they are the table's own; of a
// packed flow they stand in its image, and the table only knows where. Reading is the same for
// both, and never changes or copies anything. Whoever compiles says that rows are changed: edit(),
// push_back() and the like. Changing a table that stands elsewhere makes a copy of its own first.
//
// Errors: indexes are not checked. Threads: any may read it; one at a time may change it.
#pragma once

#include <cstddef>
#include <span>
#include <utility>
#include <vector>

namespace rondix {

template <class Row>
class Table {
  public:
    using value_type = Row;

    Table() = default;
    Table(const Table& other)
        : own_(other.own_)
        , rows_(other.owns() ? own_.data() : other.rows_)
        , count_(other.count_) {}
    Table(Table&& other) noexcept
        : rows_(other.rows_)
        , count_(other.count_) {
        own_ = std::move(other.own_);
        other.clear();
    }
    Table& operator=(Table other) noexcept {
        own_.swap(other.own_);
        std::swap(rows_, other.rows_);
        std::swap(count_, other.count_);
        return *this;
    }
    ~Table() = default;

    /// Rows that stand elsewhere, and have to stay there.
    static Table at(std::span<const Row> rows) {
        Table table;
        table.rows_ = rows.data();
        table.count_ = rows.size();
        return table;
    }

    std::size_t size() const { return count_; }
    bool empty() const { return count_ == 0; }
    const Row* data() const { return rows_; }
    const Row* begin() const { return rows_; }
    const Row* end() const { return rows_ + count_; }
    const Row& operator[](std::size_t i) const { return rows_[i]; }
    const Row& back() const { return rows_[count_ - 1]; }

    // Changing it.
    Row& edit(std::size_t i) { return make_own()[i]; }
    Row& edit_back() { return make_own().back(); }
    std::span<Row> edit() { return make_own(); }
    void push_back(const Row& row) {
        make_own().push_back(row);
        follow();
    }
    template <class... Values>
    Row& emplace_back(Values&&... values) {
        make_own().push_back(Row{std::forward<Values>(values)...});
        follow();
        return own_.back();
    }
    template <class Rows>
    void append(const Rows& rows) {
        make_own().insert(own_.end(), std::begin(rows), std::end(rows));
        follow();
    }
    void reserve(std::size_t count) { make_own().reserve(count); }
    void resize(std::size_t count) {
        make_own().resize(count);
        follow();
    }
    void clear() {
        own_.clear();
        follow();
    }

  private:
    bool owns() const { return !own_.empty(); }
    std::vector<Row>& make_own() {
        if (!owns() && count_ > 0) own_.assign(rows_, rows_ + count_), follow();
        return own_;
    }
    void follow() {
        rows_ = own_.data();
        count_ = own_.size();
    }

    std::vector<Row> own_;
    const Row* rows_ = nullptr;
    std::size_t count_ = 0;
};

} // namespace rondix
