// A value, or the sentence that says why there is none.
#pragma once

#include <cassert>
#include <string>
#include <utility>
#include <variant>

namespace goodfold {

/// What a user got wrong: one plain sentence, and the place it is about
/// (a path into a job file such as "plates[2].length", or empty).
struct Error {
    std::string says;
    std::string where;
    bool operator==(const Error&) const = default;
};

/// Holds either a T or an Error. Reading the side that is not there is a programming error and asserted.
template <class T> class [[nodiscard]] Result {
public:
    Result(T value) : content(std::move(value)) {}
    Result(Error error) : content(std::move(error)) {}

    explicit operator bool() const { return std::holds_alternative<T>(content); }
    const T& operator*() const& { return value(); }
    T&& operator*() && { return std::move(std::get<T>(content)); }
    const T* operator->() const { return &value(); }
    const Error& error() const {
        assert(!*this);
        return std::get<Error>(content);
    }

private:
    const T& value() const {
        assert(*this);
        return std::get<T>(content);
    }
    std::variant<T, Error> content;
};

} // namespace goodfold
